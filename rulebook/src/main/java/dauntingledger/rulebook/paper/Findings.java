package dauntingledger.rulebook.paper;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;

/** What is wrong with a paper, as it is found; with the requirements that more than one part of a paper has. */
final class Findings {

    static final Duration LONGEST = Duration.ofHours(24);

    private static final int MOST_TITLE = 120;

    private final List<Finding> found = new ArrayList<>();

    List<Finding> found() {
        return List.copyOf(found);
    }

    void require(boolean holds, String place, String problem) {
        if (!holds) {
            found.add(new Finding(place, problem));
        }
    }

    void requireTitle(String title, String place, String what) {
        require(
                !title.isBlank() && title.length() <= MOST_TITLE,
                place,
                what + " must be 1 to " + MOST_TITLE + " characters");
    }

    void requireSpan(Duration span, String place, String what) {
        require(
                span.compareTo(Duration.ZERO) > 0 && span.compareTo(LONGEST) <= 0 && span.getNano() == 0,
                place,
                what + " must be 1 second to 24 hours in whole seconds, but was " + span);
    }

    /** Requires a least span that may be zero and is no longer than {@code most}. */
    void requireLeast(Duration least, Duration most, String place, String what) {
        require(
                !least.isNegative() && least.compareTo(most) <= 0 && least.getNano() == 0,
                place,
                what + " must be 0 to " + most + " in whole seconds, but was " + least);
    }

    /** Requires that warnings come one below the other, the first below {@code limit}. */
    void requireWarnings(List<Duration> warnings, Duration limit, String place) {
        Duration above = limit;
        for (Duration warning : warnings) {
            require(
                    warning.compareTo(Duration.ZERO) > 0 && warning.compareTo(above) < 0,
                    place,
                    "warnings must be more than 0, below the limit, and longest first; " + warning
                            + " does not come below " + above);
            above = warning;
        }
    }
}
