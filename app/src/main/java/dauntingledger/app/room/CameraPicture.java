package dauntingledger.app.room;

import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.picture.Frame;
import dauntingledger.rulebook.picture.PictureView;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;

/**
 * A picture of a candidate, judged here. What was sent is read as a picture and written anew, never kept as is.
 *
 * @param digest SHA-256 of {@code bytes}, as 64 lower-case hexadecimal digits
 */
@SuppressWarnings("ArrayRecordComponent")
record CameraPicture(PictureView view, byte[] bytes, String digest) {

    private static final int FRAME_WIDTH = 80;
    private static final int FRAME_HEIGHT = 60;

    /**
     * Reads a picture of at most {@link Frame#MOST} pixels each way; empty if it is none.
     *
     * @param format {@code png} or {@code jpeg}
     */
    static Optional<CameraPicture> read(byte[] sent, String format) throws IOException {
        Optional<BufferedImage> image = decoded(sent, format);
        if (image.isEmpty()) {
            return Optional.empty();
        }
        BufferedImage plain =
                scaled(image.get(), image.get().getWidth(), image.get().getHeight());
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(plain, format, out);
        BufferedImage small = scaled(plain, FRAME_WIDTH, FRAME_HEIGHT);
        int[] pixels = small.getRGB(0, 0, FRAME_WIDTH, FRAME_HEIGHT, null, 0, FRAME_WIDTH);
        PictureView view = new Frame(FRAME_WIDTH, FRAME_HEIGHT, pixels).view();
        return Optional.of(new CameraPicture(
                view, out.toByteArray(), Hash.of(out.toByteArray()).hex()));
    }

    /** The size is read from the header first, so that a small file cannot ask for a huge picture. */
    private static Optional<BufferedImage> decoded(byte[] sent, String format) throws IOException {
        ImageReader reader = ImageIO.getImageReadersByFormatName(format).next();
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(sent))) {
            reader.setInput(in, true, true);
            if (reader.getWidth(0) > Frame.MOST || reader.getHeight(0) > Frame.MOST) {
                return Optional.empty();
            }
            return Optional.of(reader.read(0));
        } catch (IOException | RuntimeException e) {
            return Optional.empty();
        } finally {
            reader.dispose();
        }
    }

    private static BufferedImage scaled(BufferedImage image, int width, int height) {
        BufferedImage scaled = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Graphics2D canvas = scaled.createGraphics();
        canvas.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
        canvas.drawImage(image, 0, 0, width, height, null);
        canvas.dispose();
        return scaled;
    }
}
