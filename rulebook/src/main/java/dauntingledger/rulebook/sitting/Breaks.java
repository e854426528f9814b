package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import java.time.Duration;

/**
 * Where a candidate stands with breaks of their own.
 *
 * @param taken how many were begun
 * @param next how long the next may be; zero if there is none
 */
public record Breaks(int taken, Duration next) {

    public Breaks {
        requireNonNull(next, "next");
    }
}
