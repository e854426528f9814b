package dauntingledger.rulebook.sketch;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.List;

/**
 * One thing drawn. Coordinates are in tenths of a unit of the page, which is {@value #WIDTH} by {@value #HEIGHT} of them.
 *
 * @param number 1 or more; later shapes have greater ones and lie above
 * @param page 0 or more
 * @param width of the line, 1 to {@value #MOST_WIDTH} units
 * @param points x and y in turn: the two ends or corners of a shape, the place of a text, every point of a stroke
 * @param text what a text says; empty for everything else
 */
public record Shape(int number, int page, Kind kind, Ink ink, int width, List<Integer> points, String text) {

    public static final int WIDTH = 8_000;
    public static final int HEIGHT = 5_000;
    public static final int PAGES = 20;
    public static final int MOST_WIDTH = 12;
    public static final int MOST_POINTS = 600;
    public static final int MOST_TEXT = 200;

    private static final int MOST_NUMBER = 1_000_000;

    /** What is drawn. */
    public enum Kind {
        STROKE,
        LINE,
        ARROW,
        TWO_HEADED_ARROW,
        RECTANGLE,
        ELLIPSE,
        TRIANGLE,
        TEXT
    }

    /** What it is drawn in; the theme chooses the colour. */
    public enum Ink {
        BLACK,
        TEAL,
        OXIDE,
        OCHRE
    }

    public Shape {
        requireNonNull(kind, "kind");
        requireNonNull(ink, "ink");
        points = List.copyOf(points);
        requireNonNull(text, "text");
        require(number >= 1 && number <= MOST_NUMBER, "a number from 1 to " + MOST_NUMBER, number);
        require(page >= 0 && page < PAGES, "a page from 0 to " + (PAGES - 1), page);
        require(width >= 1 && width <= MOST_WIDTH, "a width from 1 to " + MOST_WIDTH, width);
        require(isLength(kind, points.size()), "as many coordinates as its kind has", points.size());
        require(isOnPage(points), "points on the page", points);
        require(text.length() <= MOST_TEXT && text.isEmpty() == (kind != Kind.TEXT), "a text, and only there", text);
    }

    private static void require(boolean right, String what, Object found) {
        if (!right) {
            throw new IllegalArgumentException("a shape has " + what + ", but was given " + found);
        }
    }

    private static boolean isLength(Kind kind, int coordinates) {
        return switch (kind) {
            case TEXT -> coordinates == 2;
            case STROKE -> coordinates >= 2 && coordinates <= 2 * MOST_POINTS && coordinates % 2 == 0;
            default -> coordinates == 4;
        };
    }

    private static boolean isOnPage(List<Integer> points) {
        for (int i = 0; i < points.size(); i++) {
            if (points.get(i) < 0 || points.get(i) > (i % 2 == 0 ? WIDTH : HEIGHT)) {
                return false;
            }
        }
        return true;
    }

    public int x(int i) {
        return points.get(2 * i);
    }

    public int y(int i) {
        return points.get(2 * i + 1);
    }

    int count() {
        return points.size() / 2;
    }

    /** Returns this shape moved, by as much of the way as keeps it on the page. */
    public Shape moved(int right, int down) {
        Box box = Geometry.frame(this);
        int dx = Math.max(-box.left(), Math.min(WIDTH - box.right(), right));
        int dy = Math.max(-box.top(), Math.min(HEIGHT - box.bottom(), down));
        List<Integer> moved = new ArrayList<>(points.size());
        for (int i = 0; i < count(); i++) {
            moved.add(x(i) + dx);
            moved.add(y(i) + dy);
        }
        return withPoints(moved);
    }

    /** Returns this shape so that its frame is {@code to}; a text only moves there. */
    public Shape fittedTo(Box to) {
        Box from = Geometry.frame(this);
        if (kind == Kind.TEXT) {
            return moved(to.left() - from.left(), to.top() - from.top());
        }
        List<Integer> fitted = new ArrayList<>(points.size());
        for (int i = 0; i < count(); i++) {
            fitted.add(scaled(x(i), from.left(), from.width(), to.left(), to.width()));
            fitted.add(scaled(y(i), from.top(), from.height(), to.top(), to.height()));
        }
        return withPoints(fitted);
    }

    private static int scaled(int value, int from, int span, int to, int newSpan) {
        return span == 0 ? to : to + (int) Math.round((double) (value - from) * newSpan / span);
    }

    private Shape withPoints(List<Integer> others) {
        return new Shape(number, page, kind, ink, width, others, text);
    }
}
