package dauntingledger.rulebook.exam;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import java.time.Duration;
import java.util.List;
import java.util.Optional;

/**
 * Somebody on the roster of an exam, as a file gives them. What a file does not give stays as it is.
 *
 * @param number as it is kept, with its prefix
 * @param email may be empty: not given
 * @param room the name of a room; may be empty: not given
 * @param chair in that room
 * @param factor what every clock is multiplied by
 * @param extraBreak what each break is longer by, or the length of a break where the paper has none
 * @param aids what they may use besides; an empty list takes all away
 * @param language of their letter; may be empty: not given
 * @param supervisor who looks after them at home
 */
public record RosterLine(
        String number,
        String name,
        String email,
        String room,
        Optional<Chair> chair,
        Optional<Rational> factor,
        Optional<Duration> extraBreak,
        Optional<List<String>> aids,
        String language,
        Optional<Supervisor> supervisor) {

    public RosterLine {
        requireNonNull(number, "number");
        requireNonNull(name, "name");
        requireNonNull(email, "email");
        requireNonNull(room, "room");
        requireNonNull(chair, "chair");
        requireNonNull(factor, "factor");
        requireNonNull(extraBreak, "extraBreak");
        aids = aids.map(List::copyOf);
        requireNonNull(language, "language");
        requireNonNull(supervisor, "supervisor");
    }
}
