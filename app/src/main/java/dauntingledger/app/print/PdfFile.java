package dauntingledger.app.print;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Objects;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSInteger;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDNumberTreeNode;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDMarkInfo;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureElement;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureTreeRoot;
import org.apache.pdfbox.pdmodel.documentinterchange.taggedpdf.StandardStructureTypes;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.apache.pdfbox.pdmodel.interactive.viewerpreferences.PDViewerPreferences;

/** A PDF that is being written, tagged by ISO 32000-1, 14.8: every text is a heading or a paragraph, lines are artifacts. */
public final class PdfFile implements AutoCloseable {

    private static final String FONT = "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf";
    public static final PDRectangle A4 = PDRectangle.A4;

    private final PDDocument document = new PDDocument();
    private final PDFont font;
    private final PDStructureElement root;
    private final COSDictionary parents = new COSDictionary();
    private final COSArray parentNumbers = new COSArray();
    private int pages;

    /**
     * @param language of the texts, as BCP 47 names it
     * @throws UncheckedIOException if the font that ships with the application cannot be read
     */
    public PdfFile(String title, String language) {
        try (InputStream face = Objects.requireNonNull(PDDocument.class.getResourceAsStream(FONT))) {
            font = PDType0Font.load(document, face);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        document.getDocumentInformation().setTitle(title);
        document.getDocumentCatalog().setLanguage(language);
        PDMarkInfo tagged = new PDMarkInfo();
        tagged.setMarked(true);
        document.getDocumentCatalog().setMarkInfo(tagged);
        PDViewerPreferences shown = new PDViewerPreferences(new COSDictionary());
        shown.setDisplayDocTitle(true);
        document.getDocumentCatalog().setViewerPreferences(shown);
        PDStructureTreeRoot tree = new PDStructureTreeRoot();
        document.getDocumentCatalog().setStructureTreeRoot(tree);
        root = new PDStructureElement(StandardStructureTypes.DOCUMENT, tree);
        tree.appendKid(root);
        parents.setItem(COSName.NUMS, parentNumbers);
        tree.setParentTree(new PDNumberTreeNode(parents, COSArray.class));
    }

    /** Keeps a text in what the file says of itself. */
    public PdfFile with(String member, String text) {
        document.getDocumentInformation().setCustomMetadataValue(member, text);
        return this;
    }

    /** Begins a page in portrait. */
    public PdfSheet sheet() {
        return sheet(A4);
    }

    /** Begins a page in landscape. */
    public PdfSheet landscape() {
        return sheet(new PDRectangle(A4.getHeight(), A4.getWidth()));
    }

    private PdfSheet sheet(PDRectangle size) {
        PDPage page = new PDPage(size);
        document.addPage(page);
        page.setStructParents(pages);
        COSArray marked = new COSArray();
        parentNumbers.add(COSInteger.get(pages++));
        parentNumbers.add(marked);
        return new PdfSheet(document, page, font, root, marked);
    }

    public byte[] bytes() {
        try {
            document.getDocumentCatalog().getStructureTreeRoot().setParentTreeNextKey(pages);
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            document.save(out);
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    public void close() {
        try {
            document.close();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
