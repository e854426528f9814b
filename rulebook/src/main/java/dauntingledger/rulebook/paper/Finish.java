package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import java.time.Duration;

/** From when on the last block can be closed by the candidate. Time closes it in any case. */
public sealed interface Finish {

    Finish AT_ANY_TIME = new AtAnyTime();

    /** Whenever the candidate likes. */
    record AtAnyTime() implements Finish {}

    /**
     * Not before some time after the sitting's hour of admission; where a sitting has no hours, after the first block
     * was opened.
     */
    record After(Duration span) implements Finish {
        public After {
            requireNonNull(span, "span");
        }
    }

    /**
     * Not before a share of the time is used, of the outermost time box around the last block.
     *
     * @param share more than 0, less than 1
     */
    record AfterShare(Rational share) implements Finish {
        public AfterShare {
            requireNonNull(share, "share");
        }
    }

    /** Not at all: the last block is closed by time. */
    record AtTheEnd() implements Finish {}
}
