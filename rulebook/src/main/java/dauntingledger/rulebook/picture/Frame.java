package dauntingledger.rulebook.picture;

/**
 * A small picture, row by row from the top left.
 *
 * @param width pixels in a row, 1 to {@value #MOST}
 * @param height rows, 1 to {@value #MOST}
 * @param rgb the pixels as 0xRRGGBB; anything above the lower 24 bits is ignored. Not copied: a frame is judged and
 *     thrown away
 */
@SuppressWarnings("ArrayRecordComponent")
public record Frame(int width, int height, int[] rgb) {

    public static final int MOST = 640;

    /*
     * Looks for skin by the rule that Kovac, Peer and Solina gave for daylight (Human skin colour clustering for face
     * detection, EUROCON 2003), joins skin pixels that touch, and counts the patches that are large enough to be a
     * face. Enough for the frames of the simulated camera; a real camera needs a real detector in its place.
     */

    private static final int DARK_LUMA = 40;
    private static final int LEAST_SPREAD = 8;
    private static final int LEAST_SHARE_OF_FACE = 60;
    private static final int RED = 95;
    private static final int GREEN = 40;
    private static final int BLUE = 20;
    private static final int APART = 15;

    public Frame {
        if (width < 1 || width > MOST || height < 1 || height > MOST) {
            throw new IllegalArgumentException(
                    "a frame must be 1 to " + MOST + " pixels wide and high, but is " + width + " by " + height);
        }
        if (rgb.length != width * height) {
            throw new IllegalArgumentException("a frame of " + width + " by " + height + " has " + width * height
                    + " pixels, but there are " + rgb.length);
        }
    }

    /** Returns what this frame shows. */
    public PictureView view() {
        if (meanLuma() < DARK_LUMA) {
            return PictureView.TOO_DARK;
        }
        if (spread() < LEAST_SPREAD) {
            return PictureView.COVERED;
        }
        return switch (faces()) {
            case 0 -> PictureView.NO_FACE;
            case 1 -> PictureView.ONE_FACE;
            default -> PictureView.SEVERAL_FACES;
        };
    }

    private long meanLuma() {
        long sum = 0;
        for (int pixel : rgb) {
            sum += luma(pixel);
        }
        return sum / rgb.length;
    }

    /** Returns how far apart the pixels are in the part of red, green and blue where they are furthest. */
    private int spread() {
        int[] least = {255, 255, 255};
        int[] most = {0, 0, 0};
        for (int pixel : rgb) {
            int[] parts = {red(pixel), green(pixel), blue(pixel)};
            for (int i = 0; i < parts.length; i++) {
                least[i] = Math.min(least[i], parts[i]);
                most[i] = Math.max(most[i], parts[i]);
            }
        }
        return Math.max(most[0] - least[0], Math.max(most[1] - least[1], most[2] - least[2]));
    }

    /** Returns the luma of a pixel, 0 to 255, by ITU-R BT.601. */
    private static long luma(int pixel) {
        return (299L * red(pixel) + 587L * green(pixel) + 114L * blue(pixel)) / 1000;
    }

    private int faces() {
        boolean[] skin = new boolean[rgb.length];
        for (int i = 0; i < rgb.length; i++) {
            skin[i] = isSkin(rgb[i]);
        }
        int least = Math.max(1, rgb.length / LEAST_SHARE_OF_FACE);
        int faces = 0;
        int[] stack = new int[rgb.length];
        for (int i = 0; i < skin.length; i++) {
            if (skin[i] && patch(skin, i, stack) >= least) {
                faces++;
            }
        }
        return faces;
    }

    /** Takes the patch around {@code start} out of {@code skin} and returns how many pixels it had. */
    private int patch(boolean[] skin, int start, int[] stack) {
        int size = 0;
        int top = 0;
        stack[top++] = start;
        skin[start] = false;
        while (top > 0) {
            int at = stack[--top];
            size++;
            int x = at % width;
            top = push(skin, stack, top, x > 0 ? at - 1 : -1);
            top = push(skin, stack, top, x < width - 1 ? at + 1 : -1);
            top = push(skin, stack, top, at - width);
            top = push(skin, stack, top, at + width);
        }
        return size;
    }

    private static int push(boolean[] skin, int[] stack, int top, int at) {
        if (at < 0 || at >= skin.length || !skin[at]) {
            return top;
        }
        skin[at] = false;
        stack[top] = at;
        return top + 1;
    }

    private static boolean isSkin(int pixel) {
        int red = red(pixel);
        int green = green(pixel);
        int blue = blue(pixel);
        int least = Math.min(red, Math.min(green, blue));
        int most = Math.max(red, Math.max(green, blue));
        return red > RED
                && green > GREEN
                && blue > BLUE
                && most - least > APART
                && Math.abs(red - green) > APART
                && red > green
                && red > blue;
    }

    private static int red(int pixel) {
        return pixel >> 16 & 0xff;
    }

    private static int green(int pixel) {
        return pixel >> 8 & 0xff;
    }

    private static int blue(int pixel) {
        return pixel & 0xff;
    }
}
