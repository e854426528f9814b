package dauntingledger.app.uploads;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Iterator;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;

/** Pictures that somebody sent, PNG or JPEG. */
public final class UploadedPicture {

    private static final String PDF = "%PDF-";

    private UploadedPicture() {}

    /** Returns whether a file begins as a PDF does. */
    public static boolean isPdf(byte[] sent) {
        return sent.length > PDF.length() && new String(sent, 0, PDF.length(), StandardCharsets.ISO_8859_1).equals(PDF);
    }

    /**
     * Decodes a picture, whose size is looked at first; returns nothing if it is no PNG or JPEG, or has more pixels.
     *
     * @throws IOException if it cannot be read
     */
    public static Optional<BufferedImage> decode(byte[] sent, long mostPixels) throws IOException {
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(sent))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) {
                return Optional.empty();
            }
            ImageReader reader = readers.next();
            try {
                reader.setInput(in, true, true);
                String format = reader.getFormatName();
                boolean known = format.equalsIgnoreCase("png") || format.equalsIgnoreCase("jpeg");
                return known && (long) reader.getWidth(0) * reader.getHeight(0) <= mostPixels
                        ? Optional.of(reader.read(0))
                        : Optional.empty();
            } finally {
                reader.dispose();
            }
        }
    }
}
