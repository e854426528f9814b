package dauntingledger.rulebook.sitting;

import java.util.ArrayList;
import java.util.List;

/** Sittings as of some of the last entries of a ledger, from which it can be folded on without beginning at the first. */
final class Milestones {

    private static final int APART = 200;
    private static final int MOST = 4;

    private record Milestone(int count, Sitting sitting) {}

    private final Sitting start;
    private final List<Milestone> milestones = new ArrayList<>();

    Milestones(Sitting start) {
        this.start = start;
    }

    /** Takes the sitting as of the first {@code count} entries, if the last milestone lies far enough behind. */
    void reached(int count, Sitting sitting) {
        if (count - last().count() >= APART) {
            milestones.add(new Milestone(count, sitting));
            if (milestones.size() > MOST) {
                milestones.removeFirst();
            }
        }
    }

    private Milestone last() {
        return milestones.isEmpty() ? new Milestone(0, start) : milestones.getLast();
    }

    /** Forgets what lies behind {@code place}, where the entries change. */
    void forgetFrom(int place) {
        while (last().count() > place) {
            milestones.removeLast();
        }
    }

    /** Returns the sitting as of the first {@code place} of {@code entries}. */
    Sitting before(int place, List<Entry> entries) {
        Milestone nearest = new Milestone(0, start);
        for (Milestone milestone : milestones) {
            nearest = milestone.count() <= place ? milestone : nearest;
        }
        return nearest.count() == place
                ? nearest.sitting()
                : nearest.sitting().after(entries.subList(nearest.count(), place));
    }

    /** Folds all of {@code entries}, and sets the last milestones on the way. */
    Sitting along(List<Entry> entries) {
        Sitting sitting = start;
        int from = 0;
        for (int to = Math.max(APART, entries.size() - MOST * APART); to <= entries.size(); to += APART) {
            sitting = sitting.after(entries.subList(from, to));
            reached(to, sitting);
            from = to;
        }
        return from == entries.size() ? sitting : sitting.after(entries.subList(from, entries.size()));
    }
}
