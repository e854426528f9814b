package dauntingledger.rulebook.results;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * What a decision changes in the results of a cohort.
 *
 * @param cohort how many there are
 * @param changes the results that change, by the numbers of the candidates
 */
public record Effects(int cohort, List<Change> changes) {

    public Effects {
        changes = List.copyOf(changes);
    }

    /** A result that changes: marks, the most they could have been, outcome, grade or scaled score. */
    public record Change(Result before, Result after) {

        public String candidate() {
            return after.candidate();
        }

        private boolean isOne() {
            return !before.marks().total().equals(after.marks().total())
                    || !before.marks().most().equals(after.marks().most())
                    || !before.outcome().equals(after.outcome())
                    || !before.grade().equals(after.grade())
                    || !before.scaled().equals(after.scaled());
        }
    }

    /** Compares two results of the same cohort. */
    public static Effects between(List<Result> before, List<Result> after) {
        Map<String, Result> former = new HashMap<>();
        before.forEach(result -> former.put(result.candidate(), result));
        List<Change> changes = new ArrayList<>();
        for (Result result : after) {
            Change change = new Change(former.getOrDefault(result.candidate(), result), result);
            if (change.isOne()) {
                changes.add(change);
            }
        }
        return new Effects(after.size(), changes);
    }

    /** Returns how many have more marks than before. */
    public long up() {
        return signs(1);
    }

    /** Returns how many have fewer marks than before. */
    public long down() {
        return signs(-1);
    }

    private long signs(int sign) {
        return changes.stream()
                .map(change -> change.after()
                        .marks()
                        .total()
                        .minus(change.before().marks().total()))
                .filter(more -> more.signum() == sign)
                .count();
    }

    /** Returns how many pass who did not. */
    public long passNow() {
        return changes.stream()
                .filter(change -> !change.before().passes() && change.after().passes())
                .count();
    }

    /** Returns how many passed and do not any more. */
    public long passNoMore() {
        return changes.stream()
                .filter(change -> change.before().passes() && !change.after().passes())
                .count();
    }
}
