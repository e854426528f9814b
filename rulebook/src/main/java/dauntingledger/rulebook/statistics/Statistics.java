package dauntingledger.rulebook.statistics;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import java.math.BigDecimal;
import java.util.ArrayList;
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
        int candidates = items.isEmpty() ? 0 : items.getFirst().scores().size();
        items.forEach(item -> requireScores(item, candidates));
        List<Column> columns = Column.all(items.stream().map(Scores::scores).toList());
        Column totals = Column.totals(columns);
        List<OfItem> all = new ArrayList<>();
        for (int i = 0; i < items.size(); i++) {
            Scores item = items.get(i);
            Column scores = columns.get(i);
            all.add(new OfItem(
                    item.item(),
                    candidates,
                    item.blank(),
                    scores.mean().dividedBy(item.most()),
                    scores.correlation(totals.minus(scores))));
        }
        return new Statistics(all, alpha(columns, totals));
    }

    private static void requireScores(Scores item, int candidates) {
        if (item.scores().size() != candidates) {
            throw new IllegalArgumentException("items must have scores of " + candidates + " candidates each, but '"
                    + item.item() + "' has " + item.scores().size());
        }
    }

    /** Returns Cronbach's alpha over the scores of items, which are columns over one denominator. */
    static Optional<Rational> alpha(List<Column> columns) {
        return columns.size() < 2 ? Optional.empty() : alpha(columns, Column.totals(columns));
    }

    private static Optional<Rational> alpha(List<Column> columns, Column totals) {
        Rational whole = totals.variance();
        if (columns.size() < 2 || whole.isZero()) {
            return Optional.empty();
        }
        Rational parts = columns.stream().map(Column::variance).reduce(Rational.ZERO, Rational::plus);
        Rational number = Rational.of(columns.size());
        return Optional.of(
                number.dividedBy(number.minus(Rational.ONE)).times(Rational.ONE.minus(parts.dividedBy(whole))));
    }
}
