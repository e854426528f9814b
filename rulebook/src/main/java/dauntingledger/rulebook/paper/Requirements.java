package dauntingledger.rulebook.paper;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What is wrong with one part of a paper, a sentence each; with the requirements that more than one part has. */
final class Requirements {

    static final Duration LONGEST = Duration.ofHours(24);

    private static final int MOST_TITLE = 120;

    private final List<String> found = new ArrayList<>();

    List<String> found() {
        return List.copyOf(found);
    }

    Requirements require(boolean holds, String problem) {
        if (!holds) {
            found.add(problem);
        }
        return this;
    }

    Requirements requireAll(List<String> problems) {
        found.addAll(problems);
        return this;
    }

    Requirements requireTitle(String title, String what) {
        return require(
                !title.isBlank() && title.length() <= MOST_TITLE, what + " must be 1 to " + MOST_TITLE + " characters");
    }

    Requirements requireSpan(Duration span, String what) {
        return require(
                span.compareTo(Duration.ZERO) > 0 && span.compareTo(LONGEST) <= 0 && span.getNano() == 0,
                what + " must be 1 second to 24 hours in whole seconds, but was " + span);
    }

    Requirements requireSpan(Optional<Duration> span, String what) {
        return span.map(given -> requireSpan(given, what)).orElse(this);
    }

    /** Requires a least span that may be zero and is no longer than {@code most}, or than the longest span without. */
    Requirements requireLeast(Duration least, Optional<Duration> most, String what) {
        Duration bound = most.orElse(LONGEST);
        return require(
                !least.isNegative() && least.compareTo(bound) <= 0 && least.getNano() == 0,
                what + " must be 0 to " + bound + " in whole seconds, but was " + least);
    }

    /** Requires that warnings come one below the other, the first below {@code limit}. */
    Requirements requireWarnings(List<Duration> warnings, Duration limit) {
        Duration above = limit;
        for (Duration warning : warnings) {
            require(
                    warning.compareTo(Duration.ZERO) > 0 && warning.compareTo(above) < 0,
                    "warnings must be more than 0, below the limit, and longest first; " + warning
                            + " does not come below " + above);
            above = warning;
        }
        return this;
    }
}
