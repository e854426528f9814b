package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import java.time.Duration;
import java.util.List;
import java.util.Optional;

/**
 * What is asked of somebody who sits where nobody else is in charge.
 *
 * @param fullScreen whether the exam is to fill the screen
 * @param staying whether its window is not to be left
 * @param shortest how short an absence is written down without being counted
 * @param warnings how many absences are warned of before anything follows; 0 for none
 * @param then what follows each absence after the last warning
 * @param camera how a camera looks on, if one does
 */
public record Watch(
        boolean fullScreen, boolean staying, Duration shortest, int warnings, Then then, Optional<WatchCamera> camera) {

    private static final int MOST_WARNINGS = 20;
    private static final Duration LONGEST_UNCOUNTED = Duration.ofMinutes(1);

    public Watch {
        requireNonNull(shortest, "shortest");
        requireNonNull(then, "then");
        requireNonNull(camera, "camera");
    }

    /** What follows. */
    public enum Then {
        /** It is written down, as every absence is. */
        NOTHING,
        /** The invigilator is told. */
        TELL,
        /** The sitting ends; the exam office can take that back. */
        END
    }

    /** Returns whether something follows the absence after {@code counted} others that counts too. */
    public boolean isBeyondWarnings(int counted) {
        return counted > warnings;
    }

    /** Returns what an author got wrong about it, a sentence each; empty if nothing is. */
    List<String> findings() {
        Requirements requirements = new Requirements();
        camera.ifPresent(look -> look.findings().forEach(finding -> requirements.require(false, finding)));
        return requirements
                .require(
                        fullScreen || staying || camera.isPresent(),
                        "nothing is asked: say full-screen, stay or camera, or leave the element out")
                .require(
                        warnings >= 0 && warnings <= MOST_WARNINGS,
                        "their number must be 0 to " + MOST_WARNINGS + ", but was " + warnings)
                .require(
                        !shortest.isNegative() && shortest.compareTo(LONGEST_UNCOUNTED) <= 0,
                        "an absence that does not count is at most " + LONGEST_UNCOUNTED + ", but was " + shortest)
                .found();
    }
}
