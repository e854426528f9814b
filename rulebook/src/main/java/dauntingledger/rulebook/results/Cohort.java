package dauntingledger.rulebook.results;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.scoring.Score;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** All who are compared with each other, and what their marks come to. */
public final class Cohort {

    private static final Rational HUNDRED = Rational.of(100);
    private static final Rational HALF = Rational.of(1, 2);

    private final ResultRules rules;
    private final Map<String, Marks> marks = new LinkedHashMap<>();
    private final Map<Rational, Rational> percentiles;
    private final boolean pending;

    private Cohort(ResultRules rules, Map<String, Score> scores) {
        this.rules = rules;
        scores.forEach((candidate, score) -> marks.put(candidate, rules.marks(score)));
        this.percentiles = percentiles(marks.values().stream().map(Marks::total).toList());
        this.pending = marks.values().stream().anyMatch(Marks::pending);
    }

    /**
     * Returns the results of a cohort, in its order.
     *
     * @param scores by candidate
     */
    public static List<Result> results(ResultRules rules, Map<String, Score> scores) {
        Cohort cohort = new Cohort(rules, scores);
        List<Result> results = new ArrayList<>();
        cohort.marks.forEach((candidate, marks) -> results.add(cohort.result(candidate, marks)));
        return results;
    }

    /** Returns the percentile of each total: those below and half of those equal, by their number, times 100. */
    static Map<Rational, Rational> percentiles(List<Rational> totals) {
        TreeMap<Rational, Integer> counts = new TreeMap<>();
        totals.forEach(total -> counts.merge(total, 1, Integer::sum));
        Map<Rational, Rational> percentiles = new LinkedHashMap<>();
        long below = 0;
        for (Map.Entry<Rational, Integer> equal : counts.entrySet()) {
            Rational counted = Rational.of(below).plus(HALF.times(Rational.of(equal.getValue())));
            percentiles.put(equal.getKey(), counted.times(HUNDRED).dividedBy(Rational.of(totals.size())));
            below += equal.getValue();
        }
        return percentiles;
    }

    private Result result(String candidate, Marks own) {
        Rational total = own.total();
        Rational percentile = requireNonNull(percentiles.get(total));
        return new Result(
                candidate,
                own,
                percentile,
                outcome(own, percentile),
                rules.grades().stream()
                        .filter(grade -> !waits(own, grade.from()))
                        .filter(grade -> grade.from().isReached(total, own.most(), percentile))
                        .map(Grade::title)
                        .findFirst(),
                own.pending() ? Optional.empty() : rules.scale().map(scale -> scale.of(total)));
    }

    /** Returns whether what waits for a marker can change if a bar is reached. */
    private boolean waits(Marks own, Bar bar) {
        return own.pending() || bar.kind() == Bar.Kind.PERCENTILE && pending;
    }

    private Optional<Result.Outcome> outcome(Marks own, Rational percentile) {
        if (rules.pass().isEmpty()) {
            return Optional.empty();
        }
        boolean waiting = rules.pass().stream()
                .anyMatch(rule -> rule instanceof PassRule.Total total ? waits(own, total.bar()) : own.pending());
        if (waiting) {
            return Optional.of(Result.Outcome.PENDING);
        }
        boolean passes = rules.pass().stream().allMatch(rule -> switch (rule) {
            case PassRule.Total total -> total.bar().isReached(own.total(), own.most(), percentile);
            case PassRule.Sections sections -> isMet(sections, own);
        });
        return Optional.of(passes ? Result.Outcome.PASS : Result.Outcome.FAIL);
    }

    private static boolean isMet(PassRule.Sections rule, Marks own) {
        List<Rational> beyond = own.sections().stream()
                .filter(section -> section.rule().least().isPresent())
                .map(Marks.OfSection::beyondMinimum)
                .toList();
        long reached = beyond.stream().filter(by -> by.signum() >= 0).count();
        if (reached >= rule.number().orElse(beyond.size())) {
            return true;
        }
        Rational missing = beyond.stream()
                .filter(by -> by.signum() < 0)
                .map(Rational::negated)
                .reduce(Rational.ZERO, Rational::plus);
        Rational spare = beyond.stream().filter(by -> by.signum() > 0).reduce(Rational.ZERO, Rational::plus);
        return missing.compareTo(rule.compensates()) <= 0 && missing.compareTo(spare) <= 0;
    }
}
