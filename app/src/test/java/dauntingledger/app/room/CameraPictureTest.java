package dauntingledger.app.room;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.picture.PictureView;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;

/** Pictures as a browser might send them. */
public class CameraPictureTest {

    static byte[] picture(int width, int height, int faces) {
        return picture(width, height, faces, "png");
    }

    /** Returns a picture of a room with a window and some faces. */
    public static byte[] picture(int width, int height, int faces, String format) {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Graphics2D canvas = image.createGraphics();
        canvas.setColor(new Color(0xaab8c4));
        canvas.fillRect(0, 0, width, height);
        canvas.setColor(new Color(0xd9e2ea));
        canvas.fillRect(width * 7 / 8, 0, width / 8, height / 3);
        canvas.setColor(new Color(0xe8b98f));
        for (int i = 0; i < faces; i++) {
            canvas.fillOval(20 + i * width / 2, height / 6, width / 4, height * 2 / 3);
        }
        canvas.dispose();
        try {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            ImageIO.write(image, format, out);
            return out.toByteArray();
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    @Test
    void writesAPictureAnewSoThatNothingElseIsKept() throws IOException {
        byte[] sent = picture(320, 240, 1);
        byte[] smuggling = new byte[sent.length + 20];
        System.arraycopy(sent, 0, smuggling, 0, sent.length);
        System.arraycopy("<script>x()</script>".getBytes(StandardCharsets.US_ASCII), 0, smuggling, sent.length, 20);

        CameraPicture read = CameraPicture.read(smuggling, "png").orElseThrow();

        assertThat(read.view()).isEqualTo(PictureView.ONE_FACE);
        assertThat(new String(read.bytes(), StandardCharsets.ISO_8859_1)).doesNotContain("script");
        assertThat(ImageIO.read(new ByteArrayInputStream(read.bytes())).getWidth())
                .isEqualTo(320);
        assertThat(read.digest()).hasSize(64);
    }

    @Test
    void countsFaces() throws IOException {
        assertThat(CameraPicture.read(picture(320, 240, 0), "png").orElseThrow().view())
                .isEqualTo(PictureView.NO_FACE);
        assertThat(CameraPicture.read(picture(320, 240, 2), "png").orElseThrow().view())
                .isEqualTo(PictureView.SEVERAL_FACES);
    }

    @Test
    void refusesWhatIsNoSmallPicture() throws IOException {
        assertThat(CameraPicture.read(picture(2000, 40, 1), "png")).isEmpty();
        assertThat(CameraPicture.read("no picture".getBytes(StandardCharsets.UTF_8), "png"))
                .isEmpty();
        assertThat(CameraPicture.read(new byte[0], "png")).isEmpty();
    }
}
