package dauntingledger.app.results;

import com.google.zxing.BinaryBitmap;
import com.google.zxing.DecodeHintType;
import com.google.zxing.client.j2se.BufferedImageLuminanceSource;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.qrcode.QRCodeReader;
import java.util.Map;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;

/** Reads the square code on a printed page, as a camera does. */
final class PrintedCode {

    private static final Map<DecodeHintType, ?> HINTS = Map.of(DecodeHintType.TRY_HARDER, true);

    private PrintedCode() {}

    /** Returns what the code on the page says. */
    static String on(byte[] pdf) throws Exception {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            return new QRCodeReader()
                    .decode(
                            new BinaryBitmap(new HybridBinarizer(new BufferedImageLuminanceSource(
                                    new PDFRenderer(document).renderImageWithDPI(0, 300)))),
                            HINTS)
                    .getText();
        }
    }
}
