package dauntingledger.app.print;

import com.google.zxing.common.BitMatrix;
import dauntingledger.app.words.SquareCode;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureElement;
import org.apache.pdfbox.pdmodel.documentinterchange.markedcontent.PDPropertyList;
import org.apache.pdfbox.pdmodel.documentinterchange.taggedpdf.StandardStructureTypes;
import org.apache.pdfbox.pdmodel.font.PDFont;

/** A page that is drawn on. Places and sizes are in points (1/72 inch), from the lower left corner. */
public final class PdfSheet implements AutoCloseable {

    private final PDPageContentStream content;
    private final PDPage page;
    private final PDFont font;
    private final PDStructureElement root;
    private final COSArray marked;

    PdfSheet(PDDocument document, PDPage page, PDFont font, PDStructureElement root, COSArray marked) {
        try {
            this.content = new PDPageContentStream(document, page);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        this.page = page;
        this.font = font;
        this.root = root;
        this.marked = marked;
    }

    public float width() {
        return page.getMediaBox().getWidth();
    }

    public float height() {
        return page.getMediaBox().getHeight();
    }

    /** Something that is drawn, and may fail as the PDF library does. */
    private interface Drawing {
        void draw() throws IOException;
    }

    private static void draw(Drawing drawing) {
        try {
            drawing.draw();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Draws something that is read out as {@code type}. */
    private void tagged(String type, Drawing drawing) {
        draw(() -> {
            int id = marked.size();
            COSDictionary properties = new COSDictionary();
            properties.setInt(COSName.MCID, id);
            PDStructureElement element = new PDStructureElement(type, root);
            element.setPage(page);
            element.getCOSObject().setInt(COSName.K, id);
            root.appendKid(element);
            marked.add(element);
            content.beginMarkedContent(COSName.getPDFName(type), PDPropertyList.create(properties));
            drawing.draw();
            content.endMarkedContent();
        });
    }

    /** Draws something that is passed over when the page is read out. */
    private void artifact(Drawing drawing) {
        draw(() -> {
            content.beginMarkedContent(COSName.ARTIFACT);
            drawing.draw();
            content.endMarkedContent();
        });
    }

    public void heading(String text, float x, float y, float size, float width) {
        tagged(StandardStructureTypes.H1, () -> write(cut(text, size, width), x, y, size));
    }

    /** Writes as much of a text as {@code width} takes, in letters of {@code size} points. */
    public void text(String text, float x, float y, float size, float width) {
        tagged(StandardStructureTypes.P, () -> write(cut(text, size, width), x, y, size));
    }

    /** Writes a text in the middle of {@code width}. */
    public void centred(String text, float x, float y, float size, float width) {
        tagged(StandardStructureTypes.P, () -> {
            String fitting = cut(text, size, width);
            write(fitting, x + (width - width(fitting, size)) / 2, y, size);
        });
    }

    /** Writes a text in lines of {@code width}; returns the height below the last of them. */
    public float paragraph(String text, float x, float top, float size, float width) {
        float[] y = {top};
        tagged(StandardStructureTypes.P, () -> {
            for (String line : lines(text, size, width)) {
                y[0] -= size;
                write(line, x, y[0], size);
                y[0] -= size * 0.4f;
            }
        });
        return y[0];
    }

    private List<String> lines(String text, float size, float width) throws IOException {
        List<String> lines = new ArrayList<>();
        StringBuilder line = new StringBuilder();
        for (String word : writable(text).split(" ")) {
            if (!line.isEmpty() && width(line + " " + word, size) > width) {
                lines.add(cut(line.toString(), size, width));
                line.setLength(0);
            }
            line.append(line.isEmpty() ? "" : " ").append(word);
        }
        lines.add(cut(line.toString(), size, width));
        return lines;
    }

    private String cut(String text, float size, float width) throws IOException {
        String fitting = writable(text);
        if (width(fitting, size) <= width) {
            return fitting;
        }
        while (!fitting.isEmpty() && width(fitting + "…", size) > width) {
            fitting = fitting.substring(0, fitting.offsetByCodePoints(fitting.length(), -1));
        }
        return fitting + "…";
    }

    private void write(String text, float x, float y, float size) throws IOException {
        content.beginText();
        content.setFont(font, size);
        content.newLineAtOffset(x, y);
        content.showText(text);
        content.endText();
    }

    public void line(float fromX, float fromY, float toX, float toY, float thick) {
        artifact(() -> {
            content.setLineWidth(thick);
            content.moveTo(fromX, fromY);
            content.lineTo(toX, toY);
            content.stroke();
        });
    }

    public void frame(float x, float y, float width, float height) {
        artifact(() -> {
            content.setLineWidth(0.8f);
            content.addRect(x, y, width, height);
            content.stroke();
        });
    }

    /** Draws the square code of a text; what it says must stand beside it in letters. */
    public void squareCode(String text, float x, float y, float size) {
        BitMatrix modules = SquareCode.modules(text);
        float module = size / modules.getWidth();
        artifact(() -> {
            for (int row = 0; row < modules.getHeight(); row++) {
                for (int column = 0; column < modules.getWidth(); column++) {
                    if (modules.get(column, row)) {
                        content.addRect(x + column * module, y + size - (row + 1) * module, module, module);
                    }
                }
            }
            content.fill();
        });
    }

    private float width(String text, float size) throws IOException {
        return font.getStringWidth(text) / 1000 * size;
    }

    /** A letter that the font has not is shown as a question mark; the number tells whose paper it is. */
    private String writable(String text) {
        StringBuilder out = new StringBuilder();
        text.codePoints().forEach(c -> out.append(has(c) ? Character.toString(c) : "?"));
        return out.toString();
    }

    private boolean has(int letter) {
        try {
            font.encode(Character.toString(letter));
            return true;
        } catch (IOException | IllegalArgumentException e) {
            return false;
        }
    }

    @Override
    public void close() {
        draw(content::close);
    }
}
