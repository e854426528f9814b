package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import java.time.Duration;
import java.util.List;

/** From when on the last block can be closed by the candidate. Time closes it in any case. */
public sealed interface Finish {

    Finish AT_ANY_TIME = new AtAnyTime();

    /** Returns what an author got wrong about it, a sentence each; empty if nothing is. */
    default List<String> findings() {
        return List.of();
    }

    /** Returns whether only a clock of the last block can make an end of the exam, at least for a while. */
    default boolean needsClock() {
        return false;
    }

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

        @Override
        public List<String> findings() {
            return new Requirements()
                    .requireSpan(span, "the time before which nobody hands in")
                    .found();
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

        @Override
        public boolean needsClock() {
            return true;
        }

        @Override
        public List<String> findings() {
            return new Requirements()
                    .require(
                            share.signum() > 0 && share.compareTo(Rational.ONE) < 0,
                            "the share of the time before which nobody hands in must be between 0 and 1, but was "
                                    + share)
                    .found();
        }
    }

    /** Not at all: the last block is closed by time. */
    record AtTheEnd() implements Finish {
        @Override
        public boolean needsClock() {
            return true;
        }
    }
}
