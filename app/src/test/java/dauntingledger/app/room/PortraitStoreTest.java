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
class PortraitStoreTest {

    static byte[] picture(int width, int height, int faces) {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_ARGB);
        Graphics2D canvas = image.createGraphics();
        canvas.setColor(new Color(0xaab8c4));
        canvas.fillRect(0, 0, width, height);
        canvas.setColor(new Color(0xe8b98f));
        for (int i = 0; i < faces; i++) {
            canvas.fillOval(20 + i * width / 2, height / 6, width / 4, height * 2 / 3);
        }
        canvas.dispose();
        try {
            ByteArrayOutputStream png = new ByteArrayOutputStream();
            ImageIO.write(image, "png", png);
            return png.toByteArray();
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

        PortraitStore.Picture read = PortraitStore.read(smuggling).orElseThrow();

        assertThat(read.view()).isEqualTo(PictureView.ONE_FACE);
        assertThat(new String(read.png(), StandardCharsets.ISO_8859_1)).doesNotContain("script");
        assertThat(ImageIO.read(new ByteArrayInputStream(read.png())).getWidth())
                .isEqualTo(320);
        assertThat(read.digest()).hasSize(64);
    }

    @Test
    void countsFaces() throws IOException {
        assertThat(PortraitStore.read(picture(320, 240, 0)).orElseThrow().view())
                .isEqualTo(PictureView.NO_FACE);
        assertThat(PortraitStore.read(picture(320, 240, 2)).orElseThrow().view())
                .isEqualTo(PictureView.SEVERAL_FACES);
    }

    @Test
    void refusesWhatIsNoSmallPicture() throws IOException {
        assertThat(PortraitStore.read(picture(2000, 40, 1))).isEmpty();
        assertThat(PortraitStore.read("no picture".getBytes(StandardCharsets.UTF_8)))
                .isEmpty();
        assertThat(PortraitStore.read(new byte[0])).isEmpty();
    }
}
