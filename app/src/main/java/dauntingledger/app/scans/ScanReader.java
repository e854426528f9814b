package dauntingledger.app.scans;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.Binarizer;
import com.google.zxing.BinaryBitmap;
import com.google.zxing.DecodeHintType;
import com.google.zxing.LuminanceSource;
import com.google.zxing.RGBLuminanceSource;
import com.google.zxing.ReaderException;
import com.google.zxing.Result;
import com.google.zxing.ResultPoint;
import com.google.zxing.common.GlobalHistogramBinarizer;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.qrcode.QRCodeReader;
import dauntingledger.app.office.PageCode;
import dauntingledger.app.uploads.UploadedPicture;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.geom.NoninvertibleTransformException;
import java.awt.geom.Point2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Consumer;
import java.util.function.Function;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.rendering.ImageType;
import org.apache.pdfbox.rendering.PDFRenderer;

/**
 * Reads the pages of a file that a scanner made: finds the code of each whatever way up it lies, and sets it straight. A page
 * is found by its code alone; where that stands on it is where {@link PageCode} prints it.
 */
final class ScanReader {

    static final int MOST_PAGES = 200;
    private static final long MOST_PIXELS = 60_000_000;
    private static final float DPI = 200;
    private static final float POINTS_AN_INCH = 72;
    private static final float WIDTH = 595.28f;
    private static final float HEIGHT = 841.89f;

    /** So many pixels has a point of a page that was set straight. */
    static final float SCALE = 1.5f;

    /** A square code of 21 modules has a quiet zone of four, and its corners are found in the middle of seven modules. */
    private static final float CORNER = 7.5f * PageCode.SIZE / 29;

    private static final Map<DecodeHintType, ?> HINTS =
            Map.of(DecodeHintType.TRY_HARDER, true, DecodeHintType.POSSIBLE_FORMATS, List.of(BarcodeFormat.QR_CODE));

    private ScanReader() {}

    /**
     * A page of a file.
     *
     * @param number in the file, from 1
     * @param code whose and which page it is, if that could be read
     * @param picture straight and {@value #SCALE} pixels a point if the code was read; else as it was scanned
     */
    record Page(int number, Optional<PageCode> code, BufferedImage picture) {}

    /** Says that a file is not taken in, and why: {@code pages} or {@code unreadable}. */
    static final class RefusedException extends RuntimeException {
        private static final long serialVersionUID = 1L;

        RefusedException(String reason) {
            super(reason);
        }

        RefusedException(Exception cause) {
            super("unreadable", cause);
        }
    }

    /**
     * Goes through the pages of a file, one after the other.
     *
     * @throws RefusedException if it is no PDF, PNG or JPEG that can be read to its end, or has too many or too large pages
     */
    static void read(byte[] file, Consumer<Page> pages) {
        try {
            if (UploadedPicture.isPdf(file)) {
                pdf(file, pages);
            } else {
                pages.accept(page(
                        1,
                        UploadedPicture.decode(file, MOST_PIXELS)
                                .orElseThrow(() -> new RefusedException("unreadable"))));
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new RefusedException(e);
        } catch (IOException | ExecutionException e) {
            throw new RefusedException(e);
        }
    }

    private static void pdf(byte[] file, Consumer<Page> pages)
            throws IOException, InterruptedException, ExecutionException {
        try (PDDocument document = Loader.loadPDF(file)) {
            boolean tooLarge = document.isEncrypted() || document.getNumberOfPages() > MOST_PAGES;
            for (PDPage page : document.getPages()) {
                float dots = DPI / POINTS_AN_INCH;
                tooLarge |=
                        page.getCropBox().getWidth() * dots * page.getCropBox().getHeight() * dots > MOST_PIXELS;
            }
            if (tooLarge) {
                throw new RefusedException("pages");
            }
            drawn(document, pages);
        }
    }

    /** Draws one page after the other, and reads those drawn beside it; so many as there are processors are held. */
    private static void drawn(PDDocument document, Consumer<Page> pages)
            throws IOException, InterruptedException, ExecutionException {
        int most = Runtime.getRuntime().availableProcessors();
        PDFRenderer renderer = new PDFRenderer(document);
        Deque<Future<Page>> underway = new ArrayDeque<>();
        try (ExecutorService readers = Executors.newFixedThreadPool(most)) {
            for (int i = 0; i < document.getNumberOfPages(); i++) {
                BufferedImage drawn = renderer.renderImageWithDPI(i, DPI, ImageType.GRAY);
                int number = i + 1;
                underway.add(readers.submit(() -> page(number, drawn)));
                if (underway.size() > most) {
                    pages.accept(underway.remove().get());
                }
            }
            while (!underway.isEmpty()) {
                pages.accept(underway.remove().get());
            }
        }
    }

    static Page page(int number, BufferedImage scanned) {
        Optional<Result> found = decoded(scanned);
        Optional<PageCode> code = found.flatMap(result -> PageCode.read(result.getText()));
        return new Page(
                number, code, code.isPresent() ? straight(scanned, found.get().getResultPoints()) : grey(scanned));
    }

    /** Reads the code from the picture, from a softer one where grains disturb it, and from darkness and light alone. */
    private static Optional<Result> decoded(BufferedImage scanned) {
        BufferedImage half = scaled(scanned);
        return decoded(scanned, HybridBinarizer::new, 1)
                .or(() -> decoded(half, HybridBinarizer::new, 2))
                .or(() -> decoded(scanned, GlobalHistogramBinarizer::new, 1))
                .or(() -> decoded(half, GlobalHistogramBinarizer::new, 2));
    }

    private static Optional<Result> decoded(
            BufferedImage picture, Function<LuminanceSource, Binarizer> binarizer, int scale) {
        try {
            Result result = new QRCodeReader().decode(new BinaryBitmap(binarizer.apply(luminance(picture))), HINTS);
            ResultPoint[] points = result.getResultPoints();
            ResultPoint[] found = new ResultPoint[points.length];
            for (int i = 0; i < points.length; i++) {
                found[i] = new ResultPoint(points[i].getX() * scale, points[i].getY() * scale);
            }
            return Optional.of(new Result(result.getText(), result.getRawBytes(), found, result.getBarcodeFormat()));
        } catch (ReaderException e) {
            return Optional.empty();
        }
    }

    private static LuminanceSource luminance(BufferedImage picture) {
        int width = picture.getWidth();
        int height = picture.getHeight();
        return new RGBLuminanceSource(width, height, picture.getRGB(0, 0, width, height, null, 0, width));
    }

    private static BufferedImage scaled(BufferedImage picture) {
        return drawn(
                picture,
                Math.max(1, picture.getWidth() / 2),
                Math.max(1, picture.getHeight() / 2),
                AffineTransform.getScaleInstance(0.5, 0.5));
    }

    private static BufferedImage grey(BufferedImage picture) {
        return drawn(picture, picture.getWidth(), picture.getHeight(), new AffineTransform());
    }

    /** Lays a page by hand whose code cannot be read: turned so often by 90 degrees clockwise, and as large as it was printed. */
    static BufferedImage laid(BufferedImage picture, int turns) {
        boolean across = turns % 2 != 0;
        AffineTransform by = AffineTransform.getScaleInstance(
                WIDTH * SCALE / (across ? picture.getHeight() : picture.getWidth()),
                HEIGHT * SCALE / (across ? picture.getWidth() : picture.getHeight()));
        by.translate(
                (across ? picture.getHeight() : picture.getWidth()) / 2.0,
                (across ? picture.getWidth() : picture.getHeight()) / 2.0);
        by.quadrantRotate(turns);
        by.translate(-picture.getWidth() / 2.0, -picture.getHeight() / 2.0);
        return drawn(picture, Math.round(WIDTH * SCALE), Math.round(HEIGHT * SCALE), by);
    }

    private static BufferedImage drawn(BufferedImage picture, int width, int height, AffineTransform by) {
        BufferedImage drawn = new BufferedImage(width, height, BufferedImage.TYPE_BYTE_GRAY);
        Graphics2D on = drawn.createGraphics();
        on.setColor(Color.WHITE);
        on.fillRect(0, 0, width, height);
        on.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
        on.drawImage(picture, by, null);
        on.dispose();
        return drawn;
    }

    /**
     * Turns, shifts and scales a page so that it lies as it was printed. The corners of its code tell how: the direction of
     * both its sides, their length, and the middle between the two corners that lie across.
     *
     * @param corners lower left, upper left, upper right
     */
    private static BufferedImage straight(BufferedImage scanned, ResultPoint[] corners) {
        Point2D down = at(corners[0]);
        Point2D corner = at(corners[1]);
        Point2D right = at(corners[2]);
        double alongX = right.getX() - corner.getX() + down.getY() - corner.getY();
        double alongY = right.getY() - corner.getY() - (down.getX() - corner.getX());
        double side = PageCode.SIZE - 2 * CORNER;
        double scale = Math.hypot(alongX, alongY) / 2 / side;
        AffineTransform toScan = new AffineTransform();
        toScan.translate((down.getX() + right.getX()) / 2, (down.getY() + right.getY()) / 2);
        toScan.rotate(alongX, alongY);
        toScan.scale(scale, scale);
        toScan.translate(-(WIDTH - PageCode.EDGE - PageCode.SIZE / 2), -(PageCode.EDGE + PageCode.SIZE / 2));
        try {
            AffineTransform back = AffineTransform.getScaleInstance(SCALE, SCALE);
            back.concatenate(toScan.createInverse());
            return drawn(scanned, Math.round(WIDTH * SCALE), Math.round(HEIGHT * SCALE), back);
        } catch (NoninvertibleTransformException e) {
            throw new IllegalStateException("a code that was read has a size", e);
        }
    }

    private static Point2D at(ResultPoint point) {
        return new Point2D.Double(point.getX(), point.getY());
    }
}
