package dauntingledger.app.room;

import dauntingledger.app.ledger.SittingId;
import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.picture.Frame;
import dauntingledger.rulebook.picture.PictureView;
import jakarta.persistence.EntityManager;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.Instant;
import java.util.Iterator;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Judges and keeps the pictures of candidates. What was sent is read as a picture and written anew, never kept as is. */
@Component
class PortraitStore implements Portraits {

    static final int MOST_BYTES = 512 * 1024;
    private static final int FRAME_WIDTH = 80;
    private static final int FRAME_HEIGHT = 60;

    private final EntityManager entities;

    PortraitStore(EntityManager entities) {
        this.entities = entities;
    }

    /** @param digest SHA-256 of {@code png}, as 64 lower-case hexadecimal digits */
    record Picture(PictureView view, byte[] png, String digest) {}

    /** Reads a PNG of at most {@link Frame#MOST} pixels each way; empty if it is none. */
    static Optional<Picture> read(byte[] sent) throws IOException {
        Optional<BufferedImage> image = decoded(sent);
        if (image.isEmpty()) {
            return Optional.empty();
        }
        BufferedImage plain =
                scaled(image.get(), image.get().getWidth(), image.get().getHeight());
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(plain, "png", png);
        BufferedImage small = scaled(plain, FRAME_WIDTH, FRAME_HEIGHT);
        int[] pixels = small.getRGB(0, 0, FRAME_WIDTH, FRAME_HEIGHT, null, 0, FRAME_WIDTH);
        PictureView view = new Frame(FRAME_WIDTH, FRAME_HEIGHT, pixels).view();
        return Optional.of(
                new Picture(view, png.toByteArray(), Hash.of(png.toByteArray()).hex()));
    }

    /** The size is read from the header first, so that a small file cannot ask for a huge picture. */
    private static Optional<BufferedImage> decoded(byte[] sent) throws IOException {
        Iterator<ImageReader> readers = ImageIO.getImageReadersByFormatName("png");
        ImageReader reader = readers.next();
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

    @Transactional
    public void keep(SittingId sitting, Picture picture, Instant now) {
        entities.merge(new PortraitRecord(sitting.value(), picture.png(), picture.digest(), now));
    }

    @Override
    @Transactional(readOnly = true)
    public Optional<byte[]> of(SittingId sitting) {
        return Optional.ofNullable(entities.find(PortraitRecord.class, sitting.value()))
                .map(PortraitRecord::picture);
    }
}
