package dauntingledger.rulebook.highlight;

import java.util.ArrayList;
import java.util.List;

/**
 * The marks on one text: runs in order, none of them plain, none touching another that looks the same. The canonical
 * form of a text is its characters as the page shows them, markup left out.
 */
public record HighlightedText(List<Run> runs) {

    public static final HighlightedText UNMARKED = new HighlightedText(List.of());

    public HighlightedText {
        runs = List.copyOf(runs);
        for (int i = 1; i < runs.size(); i++) {
            Run before = runs.get(i - 1);
            Run here = runs.get(i);
            boolean apart = before.endExclusive() < here.startInclusive()
                    || before.endExclusive() == here.startInclusive()
                            && !before.look().equals(here.look());
            if (!apart) {
                throw new IllegalArgumentException(
                        "runs must be in order and as long as they can be, but were " + runs);
            }
        }
        if (runs.stream().anyMatch(run -> run.look().equals(Look.PLAIN))) {
            throw new IllegalArgumentException("a plain run is none, but there was one in " + runs);
        }
    }

    /** Returns the marks after a brush has gone over the characters from {@code startInclusive} to {@code endExclusive}. */
    public HighlightedText painted(int startInclusive, int endExclusive, Brush brush) {
        List<Run> painted = new ArrayList<>();
        int at = startInclusive;
        for (Run run : runs) {
            add(painted, run.startInclusive(), Math.min(run.endExclusive(), startInclusive), run.look());
            int from = Math.max(run.startInclusive(), startInclusive);
            int to = Math.min(run.endExclusive(), endExclusive);
            if (from < to) {
                add(painted, at, from, brush.on(Look.PLAIN));
                add(painted, from, to, brush.on(run.look()));
                at = to;
            } else if (run.startInclusive() >= endExclusive) {
                add(painted, at, endExclusive, brush.on(Look.PLAIN));
                at = endExclusive;
            }
            add(painted, Math.max(run.startInclusive(), endExclusive), run.endExclusive(), run.look());
        }
        add(painted, at, endExclusive, brush.on(Look.PLAIN));
        return new HighlightedText(painted);
    }

    /** Adds a run if it holds a character and is not plain, as part of the last if that touches it and looks the same. */
    private static void add(List<Run> runs, int start, int end, Look look) {
        if (start >= end || look.equals(Look.PLAIN)) {
            return;
        }
        if (!runs.isEmpty()
                && runs.getLast().endExclusive() == start
                && runs.getLast().look().equals(look)) {
            runs.set(runs.size() - 1, new Run(runs.getLast().startInclusive(), end, look));
        } else {
            runs.add(new Run(start, end, look));
        }
    }

    /** Returns how the character at {@code place} looks. */
    public Look at(int place) {
        return runs.stream()
                .filter(run -> run.startInclusive() <= place && place < run.endExclusive())
                .map(Run::look)
                .findFirst()
                .orElse(Look.PLAIN);
    }
}
