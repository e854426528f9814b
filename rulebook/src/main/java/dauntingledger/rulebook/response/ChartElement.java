package dauntingledger.rulebook.response;

import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import java.util.List;
import java.util.Optional;

/**
 * Something drawn on a chart. Places are in the chart's unit of length, to the right and down from its upper left
 * corner; bearings are in degrees from north, which is up, by way of east, from 0 below 360.
 *
 * <table>
 * <caption>How it is written</caption>
 * <tr><td>{@code point 12.5 40}</td><td>a point</td></tr>
 * <tr><td>{@code line 12.5 40 60 40}</td><td>a line from one place to another</td></tr>
 * <tr><td>{@code arc 12.5 40 18}</td><td>a circle of distance about a place</td></tr>
 * </table>
 */
public sealed interface ChartElement {

    int TENTHS = 10;
    int HUNDREDTHS = 100;

    /** A place on the chart. */
    record Place(double x, double y) {

        public double distance(Place other) {
            return Math.hypot(other.x - x, other.y - y);
        }

        /** Returns the bearing of {@code other} from here. */
        public double bearing(Place other) {
            double degrees = Math.toDegrees(Math.atan2(other.x - x, y - other.y));
            return degrees < 0 ? degrees + 360 : degrees;
        }

        /** Returns the place {@code distance} from here on {@code bearing}. */
        public Place towards(double bearing, double distance) {
            double angle = Math.toRadians(bearing);
            return new Place(x + distance * Math.sin(angle), y - distance * Math.cos(angle));
        }

        /** Returns where a line from here to {@code other} ends that keeps to one of the axes, the longer one. */
        public Place square(Place other) {
            return Math.abs(other.x - x) > Math.abs(other.y - y) ? new Place(other.x, y) : new Place(x, other.y);
        }

        /** Returns the place in hundredths of the unit, as it is written. */
        @Override
        public String toString() {
            return written(x, HUNDREDTHS) + " " + written(y, HUNDREDTHS);
        }

        boolean isWithin(int width, int height) {
            return x >= 0 && x <= width && y >= 0 && y <= height;
        }
    }

    record Point(Place at) implements ChartElement {
        @Override
        public String toString() {
            return "point " + at;
        }
    }

    record Line(Place from, Place to) implements ChartElement {

        public double length() {
            return from.distance(to);
        }

        public double bearing() {
            return from.bearing(to);
        }

        @Override
        public String toString() {
            return "line " + from + " " + to;
        }
    }

    /** A circle of distance about a place. */
    record Arc(Place centre, double radius) implements ChartElement {
        @Override
        public String toString() {
            return "arc " + centre + " " + written(radius, HUNDREDTHS);
        }
    }

    /** Returns the figures that a candidate reads off: of a point its place, of a line bearing and length, of an arc its radius. */
    default List<String> figures() {
        return switch (this) {
            case Point point -> Signs.pieces(point.at().toString());
            case Line line -> List.of(written(line.bearing(), TENTHS), written(line.length(), HUNDREDTHS));
            case Arc arc -> List.of(written(arc.radius(), HUNDREDTHS));
        };
    }

    private static String written(double number, int parts) {
        return Numeral.write(Rational.of(Math.round(number * parts), parts));
    }

    /**
     * Returns what a pen draws from one place to another: {@code point} at the first, {@code line} between them, {@code
     * arc} about the first through the second.
     *
     * @throws IllegalArgumentException if there is no such pen
     */
    static ChartElement between(String pen, Place from, Place to) {
        return switch (pen) {
            case "point" -> new Point(from);
            case "line" -> new Line(from, to);
            case "arc" -> new Arc(from, from.distance(to));
            default -> throw new IllegalArgumentException("there is no pen '" + pen + "'");
        };
    }

    /**
     * Returns what a pen lays off from a place: a point there, a line on a bearing over a distance, a circle of a distance.
     *
     * @param bearing in degrees, as a person types it; read for a line only
     * @param distance above 0, as a person types it; not read for a point
     * @return empty where one that is needed is not a number, or the distance is not above 0
     * @throws IllegalArgumentException if there is no such pen
     */
    static Optional<ChartElement> laidOff(String pen, Place from, String bearing, String distance) {
        Optional<Rational> degrees = pen.equals("line") ? Numeral.read(bearing) : Optional.of(Rational.ZERO);
        Optional<Rational> far = pen.equals("point")
                ? Optional.of(Rational.ONE)
                : Numeral.read(distance).filter(one -> one.signum() > 0);
        return degrees.flatMap(on -> far.map(over -> between(pen, from, from.towards(rounded(on), rounded(over)))));
    }

    private static double rounded(Rational number) {
        return number.numerator().doubleValue() / number.denominator().doubleValue();
    }

    /** Returns what {@code element} writes, or empty if it writes nothing of the kind. */
    static Optional<ChartElement> read(String element) {
        List<String> words = Signs.pieces(element);
        double[] numbers = new double[words.size() - 1];
        for (int i = 0; i < numbers.length; i++) {
            if (!isPlainNumber(words.get(i + 1))) {
                return Optional.empty();
            }
            numbers[i] = plainNumber(words.get(i + 1));
        }
        return switch (words.get(0) + numbers.length) {
            case "point2" -> Optional.of(new Point(new Place(numbers[0], numbers[1])));
            case "line4" -> line(new Place(numbers[0], numbers[1]), new Place(numbers[2], numbers[3]));
            case "arc3" ->
                numbers[2] > 0 ? Optional.of(new Arc(new Place(numbers[0], numbers[1]), numbers[2])) : Optional.empty();
            default -> Optional.empty();
        };
    }

    private static Optional<ChartElement> line(Place from, Place to) {
        return from.equals(to) ? Optional.empty() : Optional.of(new Line(from, to));
    }

    /** Returns whether all of it that marks a place is on a chart of this size. */
    default boolean isWithin(int width, int height) {
        return switch (this) {
            case Point point -> point.at().isWithin(width, height);
            case Line line -> line.from().isWithin(width, height) && line.to().isWithin(width, height);
            case Arc arc -> arc.centre().isWithin(width, height) && arc.radius() <= Math.hypot(width, height);
        };
    }

    private static boolean isPlainNumber(String text) {
        return !text.isEmpty()
                && text.length() <= 12
                && text.chars().allMatch(c -> (c >= '0' && c <= '9') || c == '.')
                && text.chars().filter(c -> c == '.').count() <= 1
                && !text.equals(".");
    }

    /** Both parts of the quotient are exact, so it is rounded once; to parse a double would bring its tables to the browser. */
    private static double plainNumber(String text) {
        int point = text.indexOf('.');
        long divisor = 1;
        for (int i = point < 0 ? text.length() : point + 1; i < text.length(); i++) {
            divisor *= 10;
        }
        return Long.parseLong(text.replace(".", "")) / (double) divisor;
    }
}
