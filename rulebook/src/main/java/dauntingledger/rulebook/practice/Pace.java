package dauntingledger.rulebook.practice;

import dauntingledger.rulebook.statistics.Quartiles;
import java.time.Duration;
import java.util.Collection;
import java.util.List;

/** When a question takes long: more than one and a half times as long as usual. */
public final class Pace {

    /** So many questions must have been looked at before anybody knows what is usual. */
    static final int LEAST_SEEN = 5;

    private static final int SLOW = 3;
    private static final int USUAL = 2;

    private Pace() {}

    /** Returns how long usual is: the median of what was looked at; zero where that is less than {@value #LEAST_SEEN}. */
    public static Duration usual(Collection<PastAnswer> answers) {
        List<Duration> seen = answers.stream()
                .map(PastAnswer::spent)
                .filter(spent -> !spent.isZero())
                .toList();
        return seen.size() < LEAST_SEEN ? Duration.ZERO : Quartiles.of(seen).median();
    }

    /** @param usual how long is usual; zero for nothing to compare with */
    public static boolean isSlow(Duration spent, Duration usual) {
        return !usual.isZero() && spent.multipliedBy(USUAL).compareTo(usual.multipliedBy(SLOW)) > 0;
    }
}
