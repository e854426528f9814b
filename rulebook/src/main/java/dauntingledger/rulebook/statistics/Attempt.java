package dauntingledger.rulebook.statistics;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.response.ResponseId;
import java.time.Duration;
import java.util.List;
import java.util.Optional;

/**
 * What a candidate made of a question.
 *
 * @param score the item's own SCORE; empty if it waits for a marker or counts for nobody
 * @param spent how long the question was in view
 * @param chosen what was chosen of its options, or else entered
 */
public record Attempt(Standing standing, Optional<Rational> score, Duration spent, List<Chosen> chosen) {

    public Attempt {
        requireNonNull(standing, "standing");
        requireNonNull(score, "score");
        requireNonNull(spent, "spent");
        chosen = List.copyOf(chosen);
    }

    /** Of somebody for whom a question was not drawn. */
    public static final Attempt NOT_ASKED = new Attempt(Standing.NOT_ASKED, Optional.empty(), Duration.ZERO, List.of());

    /** How far a candidate came with a question. */
    public enum Standing {
        /** Something is entered. */
        ANSWERED,
        /** It was looked at. */
        BLANK,
        /** It was never in view. */
        NOT_REACHED,
        /** It was not drawn for this candidate. */
        NOT_ASKED
    }

    boolean isAsked() {
        return standing != Standing.NOT_ASKED;
    }

    /** An option, or an answer as a whole where there are none. */
    public record Chosen(ResponseId response, String value) {
        public Chosen {
            requireNonNull(response, "response");
            requireNonNull(value, "value");
        }
    }
}
