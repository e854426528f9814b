package dauntingledger.app.uploads;

import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Optional;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;

/**
 * A document that somebody sent: a PDF or a picture, written anew, so that nothing is in it that runs.
 *
 * @param type its media type
 */
@SuppressWarnings("ArrayRecordComponent")
public record Document(String type, byte[] bytes) {

    public static final int MOST_BYTES = 5 * 1024 * 1024;
    private static final long MOST_PIXELS = 40_000_000;
    private static final int MOST_PAGES = 100;

    /** Reads a file by what it is, whatever it is called; returns nothing if it is no PDF, PNG or JPEG that can be read. */
    public static Optional<Document> read(byte[] sent) {
        try {
            return UploadedPicture.isPdf(sent) ? pdf(sent) : picture(sent);
        } catch (IOException | RuntimeException e) {
            return Optional.empty();
        }
    }

    /** Takes out what a PDF does when it is opened, and what is attached to it. */
    private static Optional<Document> pdf(byte[] sent) throws IOException {
        try (PDDocument document = Loader.loadPDF(sent)) {
            if (document.isEncrypted()
                    || document.getNumberOfPages() == 0
                    || document.getNumberOfPages() > MOST_PAGES) {
                return Optional.empty();
            }
            for (COSName doing : new COSName[] {
                COSName.OPEN_ACTION, COSName.AA, COSName.NAMES, COSName.ACRO_FORM, COSName.getPDFName("AF")
            }) {
                document.getDocumentCatalog().getCOSObject().removeItem(doing);
            }
            for (PDPage page : document.getPages()) {
                page.getCOSObject().removeItem(COSName.AA);
                page.getCOSObject().removeItem(COSName.ANNOTS);
            }
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            document.save(out);
            return Optional.of(new Document("application/pdf", out.toByteArray()));
        }
    }

    /** Decodes a picture and writes it anew. */
    private static Optional<Document> picture(byte[] sent) throws IOException {
        Optional<BufferedImage> decoded = UploadedPicture.decode(sent, MOST_PIXELS);
        if (decoded.isEmpty()) {
            return Optional.empty();
        }
        BufferedImage plain =
                new BufferedImage(decoded.get().getWidth(), decoded.get().getHeight(), BufferedImage.TYPE_INT_RGB);
        plain.createGraphics().drawImage(decoded.get(), 0, 0, Color.WHITE, null);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(plain, "jpeg", out);
        return Optional.of(new Document("image/jpeg", out.toByteArray()));
    }
}
