package dauntingledger.rulebook.sketch;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** What shapes cover, what a pointer hits, and strokes with no more points than their form needs. */
public final class Geometry {

    /** Height of a line of text, and the width that a character takes on average. */
    static final int LINE = 240;

    private static final int CHARACTER = 120;
    private static final int UNIT = 10;

    private Geometry() {}

    /** Returns the box of a shape's points; of a text, that of its letters. */
    public static Box frame(Shape shape) {
        if (shape.kind() == Shape.Kind.TEXT) {
            return new Box(shape.x(0), shape.y(0), shape.x(0) + shape.text().length() * CHARACTER, shape.y(0) + LINE);
        }
        Box box = new Box(shape.x(0), shape.y(0), shape.x(0), shape.y(0));
        for (int i = 1; i < shape.count(); i++) {
            box = new Box(
                    Math.min(box.left(), shape.x(i)),
                    Math.min(box.top(), shape.y(i)),
                    Math.max(box.right(), shape.x(i)),
                    Math.max(box.bottom(), shape.y(i)));
        }
        return box;
    }

    /** Returns the uppermost shape with a line within {@code reach} of a point, or with letters there. */
    public static Optional<Shape> hit(List<Shape> shapes, int x, int y, int reach) {
        return shapes.stream().filter(shape -> isHit(shape, x, y, reach)).max(Comparator.comparingInt(Shape::number));
    }

    private static boolean isHit(Shape shape, int x, int y, int reach) {
        double far = reach + shape.width() * UNIT / 2.0;
        Box frame = frame(shape);
        return switch (shape.kind()) {
            case TEXT -> x >= frame.left() && x <= frame.right() && y >= frame.top() && y <= frame.bottom();
            case ELLIPSE -> isNearEllipse(frame, x, y, far);
            default -> outline(shape, frame).stream().anyMatch(edge -> edge.distance(x, y) <= far);
        };
    }

    private static List<Edge> outline(Shape shape, Box frame) {
        List<Edge> edges = new ArrayList<>();
        switch (shape.kind()) {
            case RECTANGLE -> {
                edges.add(new Edge(frame.left(), frame.top(), frame.right(), frame.top()));
                edges.add(new Edge(frame.right(), frame.top(), frame.right(), frame.bottom()));
                edges.add(new Edge(frame.right(), frame.bottom(), frame.left(), frame.bottom()));
                edges.add(new Edge(frame.left(), frame.bottom(), frame.left(), frame.top()));
            }
            case TRIANGLE -> {
                int top = (frame.left() + frame.right()) / 2;
                edges.add(new Edge(top, frame.top(), frame.right(), frame.bottom()));
                edges.add(new Edge(frame.right(), frame.bottom(), frame.left(), frame.bottom()));
                edges.add(new Edge(frame.left(), frame.bottom(), top, frame.top()));
            }
            default -> {
                for (int i = Math.min(1, shape.count() - 1); i < shape.count(); i++) {
                    int from = Math.max(0, i - 1);
                    edges.add(new Edge(shape.x(from), shape.y(from), shape.x(i), shape.y(i)));
                }
            }
        }
        return edges;
    }

    /** Measures along the ray from the middle, which is exact on the axes and near enough between them. */
    private static boolean isNearEllipse(Box frame, int x, int y, double far) {
        double halfWidth = Math.max(1, frame.width() / 2.0);
        double halfHeight = Math.max(1, frame.height() / 2.0);
        double dx = x - frame.left() - frame.width() / 2.0;
        double dy = y - frame.top() - frame.height() / 2.0;
        double from = Math.sqrt(dx * dx + dy * dy);
        double scale = Math.sqrt(dx * dx / (halfWidth * halfWidth) + dy * dy / (halfHeight * halfHeight));
        return scale == 0 ? Math.min(halfWidth, halfHeight) <= far : Math.abs(from - from / scale) <= far;
    }

    /**
     * Returns a stroke with only those points that its form needs: none that is left out lies further than {@code slack}
     * from what is drawn, by the method of Ramer, Douglas and Peucker. If that leaves more than a shape may have, the slack
     * is doubled until it does not.
     */
    public static List<Integer> simplified(List<Integer> points, int slack) {
        int count = points.size() / 2;
        if (count < 3) {
            return points;
        }
        for (int within = slack; ; within *= 2) {
            boolean[] kept = new boolean[count];
            kept[0] = true;
            kept[count - 1] = true;
            keepFarthest(points, 0, count - 1, within, kept);
            List<Integer> simple = new ArrayList<>();
            for (int i = 0; i < count; i++) {
                if (kept[i]) {
                    simple.add(points.get(2 * i));
                    simple.add(points.get(2 * i + 1));
                }
            }
            if (simple.size() <= 2 * Shape.MOST_POINTS) {
                return simple;
            }
        }
    }

    private static void keepFarthest(List<Integer> points, int first, int last, int slack, boolean[] kept) {
        Edge edge = new Edge(
                points.get(2 * first), points.get(2 * first + 1), points.get(2 * last), points.get(2 * last + 1));
        int farthest = first;
        double distance = slack;
        for (int i = first + 1; i < last; i++) {
            double here = edge.distance(points.get(2 * i), points.get(2 * i + 1));
            if (here > distance) {
                farthest = i;
                distance = here;
            }
        }
        if (farthest > first) {
            kept[farthest] = true;
            keepFarthest(points, first, farthest, slack, kept);
            keepFarthest(points, farthest, last, slack, kept);
        }
    }

    private record Edge(double x1, double y1, double x2, double y2) {
        double distance(double x, double y) {
            double dx = x2 - x1;
            double dy = y2 - y1;
            double length = dx * dx + dy * dy;
            double along = length == 0 ? 0 : Math.max(0, Math.min(1, ((x - x1) * dx + (y - y1) * dy) / length));
            double offX = x - x1 - along * dx;
            double offY = y - y1 - along * dy;
            return Math.sqrt(offX * offX + offY * offY);
        }
    }
}
