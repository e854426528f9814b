package dauntingledger.app.papers;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;

/** The pictures, sounds and films of one question, which its page fetches by their numbers. */
final class Pictures {

    /** Where no picture may stand. */
    static final Pictures NONE = new Pictures("");

    private static final Map<String, String> TYPES = Map.ofEntries(
            Map.entry("png", "image/png"),
            Map.entry("jpg", "image/jpeg"),
            Map.entry("jpeg", "image/jpeg"),
            Map.entry("gif", "image/gif"),
            Map.entry("webp", "image/webp"),
            Map.entry("ogg", "audio/ogg"),
            Map.entry("opus", "audio/ogg"),
            Map.entry("mp3", "audio/mpeg"),
            Map.entry("wav", "audio/wav"),
            Map.entry("webm", "video/webm"),
            Map.entry("mp4", "video/mp4"));
    private static final int LARGEST = 8_000;

    private final String question;
    private final List<Papers.Medium> media = new ArrayList<>();

    /** @param question the identifier of the question */
    Pictures(String question) {
        this.question = question;
    }

    List<Papers.Medium> media() {
        return media;
    }

    /** Keeps a file; returns its name for the page. */
    String keep(String type, byte[] bytes) {
        media.add(new Papers.Medium(type, bytes));
        return question + "/" + (media.size() - 1);
    }

    /** Returns the media type that a path's ending stands for, if it is one that may be sent. */
    static Optional<String> type(String path) {
        return Optional.ofNullable(
                TYPES.get(path.substring(path.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT)));
    }

    /** Returns a picture that the page fetches; notes what is wrong with it. */
    MarkupWriter.Figure figure(XmlElement element, String path, byte[] bytes, String alternative, Problems problems) {
        Optional<String> type = type(path).filter(one -> one.startsWith("image/"));
        int[] size = type.isEmpty() ? new int[] {0, 0} : size(bytes);
        if (question.isEmpty()) {
            problems.add(element, "only drawings (*.svg) can stand here, not '" + path + "'");
        } else if (type.isEmpty()) {
            problems.add(element, "a picture is a file ending in .svg, .png, .jpg, .gif or .webp, not '" + path + "'");
        } else if (size[0] == 0 && !path.endsWith(".webp")) {
            problems.add(
                    element,
                    "the picture '" + path + "' is not what its name says, or larger than " + LARGEST + " pixels");
        } else {
            int width = MarkupWriter.size(element, "width", String.valueOf(size[0]));
            int height = MarkupWriter.size(element, "height", String.valueOf(size[1]));
            StringBuilder out = new StringBuilder("<img class=\"picture\"");
            MarkupWriter.write(out, "data-media", keep(type.get(), bytes));
            MarkupWriter.write(out, "alt", alternative);
            MarkupWriter.write(out, "width", String.valueOf(width));
            MarkupWriter.write(out, "height", String.valueOf(height));
            return new MarkupWriter.Figure(out.append('>').toString(), width, height);
        }
        return new MarkupWriter.Figure("", 0, 0);
    }

    /** Returns width and height by the head of the file, or zeros where it has none that can be read. */
    private static int[] size(byte[] bytes) {
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(bytes))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) {
                return new int[] {0, 0};
            }
            ImageReader reader = readers.next();
            reader.setInput(in);
            int width = reader.getWidth(0);
            int height = reader.getHeight(0);
            reader.dispose();
            return width > LARGEST || height > LARGEST ? new int[] {0, 0} : new int[] {width, height};
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
