package dauntingledger.rulebook.scoring;

import java.util.Arrays;

/**
 * Brings wanted parts together with given ones that are like them, as many as can be, so that nobody loses marks by the
 * order in which things were given (Kuhn's augmenting paths, 1955).
 */
final class Matching {

    private static final int NONE = -1;

    private final int wanted;
    private final Likeness likeness;
    private final int[] takenBy;

    private Matching(int wanted, int given, Likeness likeness) {
        this.wanted = wanted;
        this.likeness = likeness;
        this.takenBy = new int[given];
        Arrays.fill(takenBy, NONE);
    }

    /** Whether a wanted part, by its number, is like a given one. */
    @FunctionalInterface
    interface Likeness {
        boolean between(int wanted, int given);
    }

    /** Returns for each given part the number of the wanted part that it is taken for, or -1. */
    static int[] of(int wanted, int given, Likeness likeness) {
        Matching matching = new Matching(wanted, given, likeness);
        for (int i = 0; i < matching.wanted; i++) {
            matching.place(i, new boolean[given]);
        }
        return matching.takenBy;
    }

    /** Finds a given part for a wanted one, moving others on if need be. */
    private boolean place(int part, boolean[] tried) {
        for (int i = 0; i < takenBy.length; i++) {
            if (!tried[i] && likeness.between(part, i)) {
                tried[i] = true;
                if (takenBy[i] == NONE || place(takenBy[i], tried)) {
                    takenBy[i] = part;
                    return true;
                }
            }
        }
        return false;
    }
}
