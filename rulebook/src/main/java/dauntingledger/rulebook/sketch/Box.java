package dauntingledger.rulebook.sketch;

/** An upright rectangle on a page, edges included. */
public record Box(int left, int top, int right, int bottom) {

    public Box {
        if (left > right || top > bottom) {
            throw new IllegalArgumentException("a box has its left edge left and its top edge above, but was " + left
                    + ", " + top + ", " + right + ", " + bottom);
        }
    }

    /** Returns the smallest box that holds two opposite corners, kept on the page. */
    public static Box between(int x1, int y1, int x2, int y2) {
        return new Box(
                within(Math.min(x1, x2), Shape.WIDTH),
                within(Math.min(y1, y2), Shape.HEIGHT),
                within(Math.max(x1, x2), Shape.WIDTH),
                within(Math.max(y1, y2), Shape.HEIGHT));
    }

    private static int within(int value, int most) {
        return Math.max(0, Math.min(most, value));
    }

    public int width() {
        return right - left;
    }

    public int height() {
        return bottom - top;
    }
}
