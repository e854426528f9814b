package dauntingledger.rulebook.response;

import java.util.Optional;

/**
 * A place on a picture, written {@code 12 40}.
 *
 * @param x pixels from the left edge
 * @param y pixels from the top edge
 */
public record Spot(int x, int y) {

    private static final int MOST_DIGITS = 5;

    /** Returns the place that {@code text} writes, or empty if it writes none. */
    public static Optional<Spot> read(String text) {
        int space = text.indexOf(' ');
        if (space < 0 || !isWhole(text.substring(0, space)) || !isWhole(text.substring(space + 1))) {
            return Optional.empty();
        }
        return Optional.of(
                new Spot(Integer.parseInt(text.substring(0, space)), Integer.parseInt(text.substring(space + 1))));
    }

    private static boolean isWhole(String text) {
        return !text.isEmpty() && text.length() <= MOST_DIGITS && text.chars().allMatch(c -> c >= '0' && c <= '9');
    }

    boolean isWithin(int width, int height) {
        return x <= width && y <= height;
    }

    @Override
    public String toString() {
        return x + " " + y;
    }
}
