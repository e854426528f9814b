package dauntingledger.rulebook.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class FrameTest {

    private static final int WIDTH = 80;
    private static final int HEIGHT = 60;
    private static final int WALL = 0x9aa9b8;
    private final int[] pixels = new int[WIDTH * HEIGHT];

    FrameTest() {
        Arrays.fill(pixels, WALL);
    }

    private void oval(int centreX, int centreY, int radius, int rgb) {
        for (int y = 0; y < HEIGHT; y++) {
            for (int x = 0; x < WIDTH; x++) {
                if ((x - centreX) * (x - centreX) + (y - centreY) * (y - centreY) <= radius * radius) {
                    pixels[y * WIDTH + x] = rgb;
                }
            }
        }
    }

    private PictureView view() {
        return new Frame(WIDTH, HEIGHT, pixels).view();
    }

    @ParameterizedTest
    @ValueSource(ints = {0xf1c9a5, 0xd9a066, 0xc68642, 0x8d5524, 0xffdbac})
    void seesAFaceOfAnyComplexion(int tone) {
        oval(40, 30, 14, tone);

        assertThat(view()).isEqualTo(PictureView.ONE_FACE);
    }

    @Test
    void seesThatSomethingIsBeforeTheCamera() {
        assertThat(view()).isEqualTo(PictureView.COVERED);
    }

    @Test
    void seesNobodyInAnEmptyRoom() {
        oval(10, 10, 8, 0xdfe6ec);

        assertThat(view()).isEqualTo(PictureView.NO_FACE);
    }

    @Test
    void overlooksWhatIsTooSmallForAFace() {
        oval(40, 30, 3, 0xd9a066);

        assertThat(view()).isEqualTo(PictureView.NO_FACE);
    }

    @Test
    void seesThatTwoFacesAreNotOne() {
        oval(20, 30, 12, 0xf1c9a5);
        oval(60, 30, 12, 0x8d5524);

        assertThat(view()).isEqualTo(PictureView.SEVERAL_FACES);
    }

    @Test
    void joinsPatchesThatTouchAcrossRowsButNotAcrossTheEdge() {
        oval(0, 30, 12, 0xf1c9a5);
        oval(79, 30, 12, 0xf1c9a5);

        assertThat(view()).isEqualTo(PictureView.SEVERAL_FACES);
    }

    @Test
    void needsLight() {
        oval(40, 30, 14, 0xd9a066);
        for (int i = 0; i < pixels.length; i++) {
            pixels[i] = pixels[i] >> 3 & 0x1f1f1f;
        }

        assertThat(view()).isEqualTo(PictureView.TOO_DARK);
    }

    @Test
    void refusesWhatIsNoFrame() {
        assertThatThrownBy(() -> new Frame(0, 1, new int[0])).hasMessageContaining("0 by 1");
        assertThatThrownBy(() -> new Frame(1000, 1, new int[1000])).hasMessageContaining("1 to 640");
        assertThatThrownBy(() -> new Frame(2, 2, new int[3])).hasMessageContaining("there are 3");
    }
}
