package dauntingledger.rulebook.scoring;

import dauntingledger.rulebook.response.Spot;
import java.util.ArrayList;
import java.util.List;

/** A part of a picture, as QTI 3.0's {@code shape} and {@code coords} write it. Its edge belongs to it. */
public sealed interface Region {

    boolean contains(Spot spot);

    /** The whole picture. */
    record Everywhere() implements Region {
        @Override
        public boolean contains(Spot spot) {
            return true;
        }
    }

    record Circle(int x, int y, int radius) implements Region {
        @Override
        public boolean contains(Spot spot) {
            long right = (long) spot.x() - x;
            long down = (long) spot.y() - y;
            return right * right + down * down <= (long) radius * radius;
        }
    }

    record Rectangle(int left, int top, int right, int bottom) implements Region {
        @Override
        public boolean contains(Spot spot) {
            return spot.x() >= left && spot.x() <= right && spot.y() >= top && spot.y() <= bottom;
        }
    }

    /** Lines from corner to corner, and from the last to the first. */
    record Polygon(List<Spot> corners) implements Region {
        public Polygon {
            corners = List.copyOf(corners);
        }

        @Override
        public boolean contains(Spot spot) {
            boolean inside = false;
            for (int i = 0; i < corners.size(); i++) {
                Spot a = corners.get(i);
                Spot b = corners.get((i + 1) % corners.size());
                long turn = turn(a, b, spot);
                if (turn == 0 && isBetween(a, b, spot)) {
                    return true;
                }
                boolean crosses = a.y() > spot.y() != b.y() > spot.y();
                if (crosses && (turn > 0) == (b.y() > a.y())) {
                    inside = !inside;
                }
            }
            return inside;
        }

        private static long turn(Spot a, Spot b, Spot c) {
            return (long) (b.x() - a.x()) * (c.y() - a.y()) - (long) (b.y() - a.y()) * (c.x() - a.x());
        }

        private static boolean isBetween(Spot a, Spot b, Spot c) {
            return c.x() >= Math.min(a.x(), b.x())
                    && c.x() <= Math.max(a.x(), b.x())
                    && c.y() >= Math.min(a.y(), b.y())
                    && c.y() <= Math.max(a.y(), b.y());
        }
    }

    /**
     * Reads a region.
     *
     * @param shape {@code circle} (x,y,radius), {@code rect} (left,top,right,bottom), {@code poly} (x,y of each corner)
     *     or {@code default}
     * @throws IllegalArgumentException if there is no such shape, or it has not these coordinates
     */
    static Region read(String shape, String coords) {
        List<Integer> numbers = new ArrayList<>();
        if (!coords.isBlank()) {
            for (String number : coords.split(",", -1)) {
                numbers.add(whole(number.strip(), coords));
            }
        }
        int count = numbers.size();
        if (shape.equals("default")) {
            return new Everywhere();
        }
        if (shape.equals("circle") && count == 3) {
            return new Circle(numbers.get(0), numbers.get(1), numbers.get(2));
        }
        if (shape.equals("rect") && count == 4) {
            return new Rectangle(numbers.get(0), numbers.get(1), numbers.get(2), numbers.get(3));
        }
        if (shape.equals("poly") && count >= 6 && count % 2 == 0) {
            return polygon(numbers);
        }
        throw new IllegalArgumentException("a shape is circle (3 coordinates), rect (4), poly (6 or more, even) or"
                + " default, but this is " + shape + " with " + count);
    }

    private static Region polygon(List<Integer> numbers) {
        List<Spot> corners = new ArrayList<>();
        for (int i = 0; i < numbers.size(); i += 2) {
            corners.add(new Spot(numbers.get(i), numbers.get(i + 1)));
        }
        boolean closed = corners.size() > 3 && corners.getFirst().equals(corners.getLast());
        return new Polygon(closed ? corners.subList(0, corners.size() - 1) : corners);
    }

    private static int whole(String number, String coords) {
        try {
            return Integer.parseInt(number);
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException("coords must be whole numbers with commas, but are '" + coords + "'", e);
        }
    }
}
