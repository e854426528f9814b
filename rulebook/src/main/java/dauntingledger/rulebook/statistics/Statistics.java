package dauntingledger.rulebook.statistics;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import java.math.BigDecimal;
import java.util.Collections;
import java.util.List;
import java.util.Optional;

/**
 * What the scores of a cohort say, by classical test theory.
 *
 * @param alpha Cronbach's alpha over the scores of the items, with population variances; empty where fewer than two items are
 *     there or the totals do not vary
 */
public record Statistics(List<OfItem> items, Optional<Rational> alpha) {

    public Statistics {
        items = List.copyOf(items);
        requireNonNull(alpha, "alpha");
    }

    /**
     * The scores of an item.
     *
     * @param most the most one can be
     * @param scores of all candidates, in the same order for every item; a blank's too
     * @param blank how many of them left it blank
     */
    public record Scores(ItemId item, Rational most, List<Rational> scores, int blank) {
        public Scores {
            requireNonNull(item, "item");
            if (most.signum() <= 0) {
                throw new IllegalArgumentException("the most that an item is worth must be above 0, but was " + most);
            }
            scores = List.copyOf(scores);
        }
    }

    /**
     * What is said of an item.
     *
     * @param number how many candidates there are
     * @param facility the mean of their scores by the most, 0 to 1; 0 without candidates
     * @param discrimination the correlation of its scores with the totals of the other items; empty where either does not vary
     */
    public record OfItem(ItemId item, int number, int blank, Rational facility, Optional<BigDecimal> discrimination) {}

    /** @throws IllegalArgumentException if the items do not have scores of equally many candidates */
    public static Statistics of(List<Scores> items) {
        List<Rational> totals = totals(items);
        List<OfItem> all = items.stream().map(item -> item(item, totals)).toList();
        return new Statistics(all, alpha(items, totals));
    }

    private static List<Rational> totals(List<Scores> items) {
        List<Rational> totals = items.isEmpty()
                ? List.of()
                : Collections.nCopies(items.getFirst().scores().size(), Rational.ZERO);
        for (Scores item : items) {
            if (item.scores().size() != totals.size()) {
                throw new IllegalArgumentException("items must have scores of " + totals.size()
                        + " candidates each, but '" + item.item() + "' has "
                        + item.scores().size());
            }
            totals = Correlation.sums(totals, item.scores());
        }
        return totals;
    }

    private static OfItem item(Scores item, List<Rational> totals) {
        int number = item.scores().size();
        Rational sum = item.scores().stream().reduce(Rational.ZERO, Rational::plus);
        List<Rational> others = Correlation.sums(
                totals, item.scores().stream().map(Rational::negated).toList());
        return new OfItem(
                item.item(),
                number,
                item.blank(),
                number == 0 ? Rational.ZERO : sum.dividedBy(item.most().times(Rational.of(number))),
                Correlation.of(item.scores(), others));
    }

    private static Optional<Rational> alpha(List<Scores> items, List<Rational> totals) {
        Rational whole = Correlation.variance(totals);
        if (items.size() < 2 || whole.isZero()) {
            return Optional.empty();
        }
        Rational parts =
                items.stream().map(item -> Correlation.variance(item.scores())).reduce(Rational.ZERO, Rational::plus);
        Rational number = Rational.of(items.size());
        return Optional.of(
                number.dividedBy(number.minus(Rational.ONE)).times(Rational.ONE.minus(parts.dividedBy(whole))));
    }
}
