package dauntingledger.app.office;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import dauntingledger.app.office.BookletLayout.Answer;
import dauntingledger.app.office.BookletLayout.Piece;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.number.CheckDigit;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.springframework.stereotype.Component;

/**
 * Prints the booklet of one sitting as PDF on A4: a first page with the name block, then the space for the answers. Each
 * page has its code, as a square code (ISO/IEC 18004) and in digits: ten of the sitting, three of the page, and a check
 * digit.
 */
@Component
class BookletPrinter {

    private static final String FONT = "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf";
    private static final PDRectangle A4 = PDRectangle.A4;
    private static final float LEFT = 54;
    private static final float RIGHT = A4.getWidth() - 54;
    private static final float TOP = A4.getHeight() - 54;
    private static final float CODE = 58;
    private static final float FIELD_TOP = TOP - 84;
    /** Asked for at no size, a square code is one dot for each of its modules. */
    private static final int NO_SIZE = 0;

    private final Words words;

    BookletPrinter(Words words) {
        this.words = words;
    }

    /** Whose booklet it is; {@code sitting} is its number. */
    record Owner(long sitting, String exam, String name, String number, String seat) {}

    byte[] print(Owner owner, List<Answer> answers) {
        List<List<Piece>> pages = BookletLayout.pages(answers);
        try (PDDocument document = new PDDocument();
                InputStream face = Objects.requireNonNull(PDDocument.class.getResourceAsStream(FONT))) {
            document.getDocumentInformation().setTitle(owner.exam());
            PDFont font = PDType0Font.load(document, face);
            try (Sheet sheet = new Sheet(document, font)) {
                head(sheet, owner, 1, pages.size() + 1);
                cover(sheet, owner);
            }
            for (int i = 0; i < pages.size(); i++) {
                try (Sheet sheet = new Sheet(document, font)) {
                    head(sheet, owner, i + 2, pages.size() + 1);
                    for (Piece piece : pages.get(i)) {
                        answer(sheet, piece);
                    }
                }
            }
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            document.save(out);
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Returns the code of a page, from 1, of the booklet of a sitting. */
    static String code(long sitting, int page) {
        String digits = String.format(Locale.ROOT, "%010d%03d", sitting, page);
        return digits + CheckDigit.of(digits);
    }

    private void head(Sheet sheet, Owner owner, int page, int pages) throws IOException {
        float wide = RIGHT - LEFT - CODE - 12;
        sheet.text(owner.exam(), LEFT, TOP - 12, 12, wide);
        sheet.text(owner.name() + " · " + owner.number(), LEFT, TOP - 30, 10, wide);
        sheet.text(words.say("booklet.page", page, pages), LEFT, TOP - 46, 10, wide);
        String code = code(owner.sitting(), page);
        sheet.text(code, LEFT, TOP - 62, 9, wide);
        sheet.squareCode(code, RIGHT - CODE, TOP - CODE, CODE);
        sheet.line(LEFT, TOP - 72, RIGHT, TOP - 72, 1);
    }

    private void cover(Sheet sheet, Owner owner) throws IOException {
        float y = FIELD_TOP - 20;
        sheet.text(words.say("booklet.title"), LEFT, y, 20, RIGHT - LEFT);
        y -= 44;
        List<List<String>> block = List.of(
                List.of("booklet.name", owner.name()),
                List.of("booklet.number", owner.number()),
                List.of("booklet.seat", owner.seat()),
                List.of("booklet.date", ""),
                List.of("booklet.signature", ""));
        for (List<String> row : block) {
            sheet.frame(LEFT, y - 10, RIGHT - LEFT, 34);
            sheet.text(words.say(row.get(0)), LEFT + 8, y + 3, 9, 130);
            sheet.text(row.get(1), LEFT + 150, y + 1, 13, RIGHT - LEFT - 160);
            y -= 34;
        }
        y -= 24;
        for (String line :
                List.of("booklet.how.ink", "booklet.how.place", "booklet.how.screen", "booklet.how.hand-in")) {
            sheet.text(words.say(line), LEFT, y, 11, RIGHT - LEFT);
            y -= 20;
        }
    }

    private void answer(Sheet sheet, Piece piece) throws IOException {
        float top = FIELD_TOP - piece.top();
        String heading = heading(piece.answer());
        sheet.text(
                piece.continued() ? words.say("booklet.continued", heading) : heading,
                LEFT,
                top - 12,
                12,
                RIGHT - LEFT);
        float bottom = top - piece.height();
        sheet.frame(LEFT, bottom, RIGHT - LEFT, piece.height() - BookletLayout.HEADING + 10);
        for (int line = 1; line < piece.lines(); line++) {
            float y = bottom + line * BookletLayout.LINE;
            sheet.line(LEFT + 10, y, RIGHT - 10, y, 0.4f);
        }
    }

    private String heading(Answer answer) {
        String heading = words.say("booklet.question", answer.section(), answer.number(), answer.marks());
        return answer.title().isEmpty() ? heading : heading + " · " + answer.title();
    }

    /** A page that is drawn on. */
    private static final class Sheet implements AutoCloseable {

        private final PDPageContentStream content;
        private final PDFont font;

        Sheet(PDDocument document, PDFont font) throws IOException {
            PDPage page = new PDPage(A4);
            document.addPage(page);
            this.content = new PDPageContentStream(document, page);
            this.font = font;
        }

        /** Writes as much of a text as {@code width} takes, in letters of {@code size} points. */
        void text(String text, float x, float y, float size, float width) throws IOException {
            String fitting = writable(text);
            boolean whole = true;
            while (!fitting.isEmpty() && width(whole ? fitting : fitting + "…", size) > width) {
                fitting = fitting.substring(0, fitting.offsetByCodePoints(fitting.length(), -1));
                whole = false;
            }
            content.beginText();
            content.setFont(font, size);
            content.newLineAtOffset(x, y);
            content.showText(whole ? fitting : fitting + "…");
            content.endText();
        }

        void line(float fromX, float fromY, float toX, float toY, float width) throws IOException {
            content.setLineWidth(width);
            content.moveTo(fromX, fromY);
            content.lineTo(toX, toY);
            content.stroke();
        }

        void frame(float x, float y, float width, float height) throws IOException {
            content.setLineWidth(0.8f);
            content.addRect(x, y, width, height);
            content.stroke();
        }

        void squareCode(String digits, float x, float y, float size) throws IOException {
            BitMatrix modules;
            try {
                modules = new QRCodeWriter().encode(digits, BarcodeFormat.QR_CODE, NO_SIZE, NO_SIZE);
            } catch (WriterException e) {
                throw new IllegalStateException("digits can always be written", e);
            }
            float module = size / modules.getWidth();
            for (int row = 0; row < modules.getHeight(); row++) {
                for (int column = 0; column < modules.getWidth(); column++) {
                    if (modules.get(column, row)) {
                        content.addRect(x + column * module, y + size - (row + 1) * module, module, module);
                    }
                }
            }
            content.fill();
        }

        private float width(String text, float size) throws IOException {
            return font.getStringWidth(text) / 1000 * size;
        }

        /** A letter that the font has not is shown as a question mark; the number tells whose booklet it is. */
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
        public void close() throws IOException {
            content.close();
        }
    }
}
