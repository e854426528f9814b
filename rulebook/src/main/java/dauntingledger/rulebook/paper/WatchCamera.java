package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import java.time.Duration;
import java.util.List;

/**
 * How a camera looks at somebody who sits alone. Pictures are taken at irregular spans, so that nobody can wait for one.
 *
 * @param from the shortest span between two pictures
 * @param to the longest
 * @param patience how long the camera may see something else than one face before the candidate is told; after as long
 *     again, the invigilator is
 * @param keep how long pictures are kept
 */
public record WatchCamera(Duration from, Duration to, Duration patience, Duration keep) {

    static final Duration SHORTEST = Duration.ofSeconds(10);
    static final Duration LONGEST = Duration.ofMinutes(10);
    static final Duration LONGEST_KEPT = Duration.ofDays(366);

    public WatchCamera {
        requireNonNull(from, "from");
        requireNonNull(to, "to");
        requireNonNull(patience, "patience");
        requireNonNull(keep, "keep");
    }

    /** Returns what an author got wrong about it, a sentence each; empty if nothing is. */
    List<String> findings() {
        return new Requirements()
                .require(
                        from.compareTo(SHORTEST) >= 0 && from.compareTo(to) <= 0 && to.compareTo(LONGEST) <= 0,
                        "pictures are " + SHORTEST + " to " + LONGEST + " apart, the shortest span first, but were "
                                + from + " to " + to)
                .require(
                        patience.compareTo(Duration.ofSeconds(1)) >= 0 && patience.compareTo(LONGEST) <= 0,
                        "its patience must be PT1S to " + LONGEST + ", but was " + patience)
                .require(
                        keep.compareTo(Duration.ofDays(1)) >= 0 && keep.compareTo(LONGEST_KEPT) <= 0,
                        "pictures are kept for PT24H to " + LONGEST_KEPT + ", but were to be for " + keep)
                .found();
    }
}
