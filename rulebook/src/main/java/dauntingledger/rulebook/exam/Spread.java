package dauntingledger.rulebook.exam;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;

/** Chooses chairs of a room such that the two that are nearest to one another are as far apart as can be. */
final class Spread {

    /*
     * The distances that chairs can have are few. For one of them, chairs are taken row by row wherever they keep it to
     * all that are taken, and given up again where that leads nowhere; after some thousand steps a distance is given up.
     * In rooms of up to about twenty chairs that finds the best there is; in large ones the first way through is a
     * pattern of rows, which is what a room allows.
     */

    private static final int MOST_STEPS = 20_000;

    private final List<Chair> all;
    private final List<Chair> taken;

    /** @param taken chairs in which somebody sits already, from which the others are to keep away too */
    Spread(List<Chair> all, Collection<Chair> taken) {
        this.all = all;
        this.taken = List.copyOf(taken);
    }

    /** @throws IllegalArgumentException if there are not so many chairs */
    List<Chair> chairs(int wanted) {
        List<Chair> free = all.stream().filter(chair -> !taken.contains(chair)).toList();
        if (free.size() < wanted) {
            throw new IllegalArgumentException(wanted + " chairs are wanted, but " + free.size() + " are free");
        }
        List<Integer> distances = new ArrayList<>(distances());
        List<Chair> best = free.subList(0, wanted);
        int low = 0;
        int high = distances.size() - 1;
        while (low <= high) {
            int middle = (low + high) >>> 1;
            Optional<List<Chair>> found = new Search(free, distances.get(middle)).take(wanted);
            if (found.isPresent()) {
                best = found.get();
                low = middle + 1;
            } else {
                high = middle - 1;
            }
        }
        return best;
    }

    private TreeSet<Integer> distances() {
        TreeSet<Integer> distances = new TreeSet<>();
        int rows = all.stream().mapToInt(Chair::row).max().orElse(1);
        int columns = all.stream().mapToInt(Chair::column).max().orElse(1);
        for (int row = 0; row < rows; row++) {
            for (int column = 0; column < columns; column++) {
                distances.add(row * row + column * column);
            }
        }
        distances.remove(0);
        return distances;
    }

    /** The search for chairs that keep one distance. */
    private final class Search {
        private final List<Chair> candidates;
        private final int distance;
        private final List<Chair> chosen = new ArrayList<>();
        private int steps;

        Search(List<Chair> free, int distance) {
            this.distance = distance;
            this.candidates = free.stream().filter(chair -> keeps(chair, taken)).toList();
        }

        Optional<List<Chair>> take(int wanted) {
            return from(0, wanted) ? Optional.of(List.copyOf(chosen)) : Optional.empty();
        }

        private boolean from(int index, int wanted) {
            if (wanted == 0) {
                return true;
            }
            for (int i = index; candidates.size() - i >= wanted; i++) {
                Chair chair = candidates.get(i);
                if (!keeps(chair, chosen)) {
                    continue;
                }
                if (++steps > MOST_STEPS) {
                    return false;
                }
                chosen.add(chair);
                if (from(i + 1, wanted - 1)) {
                    return true;
                }
                chosen.removeLast();
            }
            return false;
        }

        private boolean keeps(Chair chair, List<Chair> others) {
            for (Chair other : others) {
                if (chair.squareDistance(other) < distance) {
                    return false;
                }
            }
            return true;
        }
    }
}
