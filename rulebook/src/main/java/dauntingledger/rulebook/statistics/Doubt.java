package dauntingledger.rulebook.statistics;

import java.util.Arrays;
import java.util.List;

/** What makes a question doubtful, the worst first. Each is one bound, so that it can be said in one sentence. */
public enum Doubt {
    /** Whoever did well in the rest did worse here: discrimination below 0. */
    KEY {
        @Override
        boolean holds(QuestionFigures of) {
            return of.separates(Separation.AGAINST);
        }
    },
    /** Some option that the key does not take was chosen by candidates with a higher mean total than the right one. */
    RIVAL {
        @Override
        boolean holds(QuestionFigures of) {
            return of.options().stream().anyMatch(option -> of.isRival(option));
        }
    },
    /** It tells little of who knows the rest: discrimination from 0 to below 0.15. */
    WEAK {
        @Override
        boolean holds(QuestionFigures of) {
            return of.separates(Separation.NONE);
        }
    },
    /** Hardly anybody knew it: facility below 1/4. */
    HARD {
        @Override
        boolean holds(QuestionFigures of) {
            return of.isOf(Difficulty.VERY_HARD);
        }
    },
    /** Everybody knew it: facility above 19/20. */
    EASY {
        @Override
        boolean holds(QuestionFigures of) {
            return of.isOf(Difficulty.VERY_EASY);
        }
    },
    /** More than a tenth never came to see it. */
    NOT_REACHED {
        @Override
        boolean holds(QuestionFigures of) {
            return of.notReached() * TENTH > of.candidates();
        }
    },
    /** More than a fifth of those who saw it left it blank. */
    SKIPPED {
        @Override
        boolean holds(QuestionFigures of) {
            return of.blank() * FIFTH > of.candidates() - of.notReached();
        }
    },
    /** An option was chosen by nobody. */
    IDLE {
        @Override
        boolean holds(QuestionFigures of) {
            return of.options().stream().anyMatch(option -> option.listed() && option.count() == 0);
        }
    };

    /** Below so many candidates nothing is said of a question. */
    public static final int LEAST_CANDIDATES = 20;

    private static final int TENTH = 10;
    private static final int FIFTH = 5;

    abstract boolean holds(QuestionFigures of);

    static List<Doubt> about(QuestionFigures of) {
        return of.candidates() < LEAST_CANDIDATES
                ? List.of()
                : Arrays.stream(values()).filter(doubt -> doubt.holds(of)).toList();
    }
}
