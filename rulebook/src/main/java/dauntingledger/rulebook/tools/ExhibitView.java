package dauntingledger.rulebook.tools;

/**
 * How an exhibit was looked at last.
 *
 * @param page from 1
 * @param zoom in per cent of its natural size, or 0 to fit the width
 */
public record ExhibitView(int page, int zoom) {

    public static final int MOST_PAGES = 5_000;
    public static final int MOST_ZOOM = 800;

    public ExhibitView {
        if (page < 1 || page > MOST_PAGES || zoom < 0 || zoom > MOST_ZOOM) {
            throw new IllegalArgumentException("a page must be 1 to " + MOST_PAGES + " and a zoom 0 to " + MOST_ZOOM
                    + ", but they were " + page + " and " + zoom);
        }
    }
}
