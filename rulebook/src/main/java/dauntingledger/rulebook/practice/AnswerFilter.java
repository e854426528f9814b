package dauntingledger.rulebook.practice;

import java.time.Duration;

/** Which past answers are looked at, and practised, again. */
public enum AnswerFilter {
    ALL {
        @Override
        public boolean holds(PastAnswer answer, Duration usual) {
            return true;
        }
    },
    /** Those that lost marks; a blank one is wrong too. */
    WRONG {
        @Override
        public boolean holds(PastAnswer answer, Duration usual) {
            return answer.isWrong();
        }
    },
    /** Those that took longer than is usual; see {@link Pace}. */
    SLOW {
        @Override
        public boolean holds(PastAnswer answer, Duration usual) {
            return Pace.isSlow(answer.spent(), usual);
        }
    },
    BLANK {
        @Override
        public boolean holds(PastAnswer answer, Duration usual) {
            return answer.isBlank();
        }
    },
    MARKED {
        @Override
        public boolean holds(PastAnswer answer, Duration usual) {
            return answer.marked();
        }
    };

    /** @param usual how long is usual for the question; zero where nobody knows */
    public abstract boolean holds(PastAnswer answer, Duration usual);
}
