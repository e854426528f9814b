package dauntingledger.rulebook.practice;

import dauntingledger.rulebook.statistics.Quartiles;
import java.time.Duration;
import java.util.Collection;

/** When a question takes long: more than one and a half times as long as usual. */
public final class Pace {

    private static final int SLOW = 3;
    private static final int USUAL = 2;

    private Pace() {}

    /** Returns how long usual is: the median of what was looked at; zero where nothing was. */
    public static Duration usual(Collection<PastAnswer> answers) {
        return Quartiles.of(answers.stream()
                        .map(PastAnswer::spent)
                        .filter(spent -> !spent.isZero())
                        .toList())
                .median();
    }

    /** @param usual how long is usual; zero for nothing to compare with */
    public static boolean isSlow(Duration spent, Duration usual) {
        return !usual.isZero() && spent.multipliedBy(USUAL).compareTo(usual.multipliedBy(SLOW)) > 0;
    }
}
