package dauntingledger.rulebook.marking;

import dauntingledger.rulebook.number.Rational;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * How far two markers agree, or a marker with known marks.
 *
 * @param number how many answers both have marked
 * @param exact the share of these with the same mark
 * @param withinOne the share of these with marks that differ by 1 at most
 * @param kappa Cohen's weighted kappa; empty where chance alone would make no difference, so that it says nothing
 */
public record Agreement(int number, Rational exact, Rational withinOne, Optional<Rational> kappa) {

    /** Two marks for one answer. */
    public record Pair(Rational one, Rational other) {
        Rational apart() {
            return one.minus(other).abs();
        }
    }

    /** How much a disagreement weighs, by how far apart two marks are. */
    public enum Weights {
        LINEAR(apart -> apart),
        QUADRATIC(apart -> apart.times(apart));

        private final UnaryOperator<Rational> weight;

        Weights(UnaryOperator<Rational> weight) {
            this.weight = weight;
        }
    }

    /**
     * Returns how far the marks of {@code pairs} agree. Kappa is 1 − Σ w·observed ⁄ Σ w·expected, as J. Cohen gave it for
     * weighted disagreement (Psychological Bulletin 70, 1968); what is expected by chance follows from how often each of
     * the two gave each mark.
     *
     * @throws IllegalArgumentException if there are none
     */
    public static Agreement of(List<Pair> pairs, Weights weights) {
        if (pairs.isEmpty()) {
            throw new IllegalArgumentException("nothing was marked twice");
        }
        Rational number = Rational.of(pairs.size());
        return new Agreement(
                pairs.size(),
                Rational.of(pairs.stream().filter(pair -> pair.apart().isZero()).count())
                        .dividedBy(number),
                Rational.of(pairs.stream()
                                .filter(pair -> pair.apart().compareTo(Rational.ONE) <= 0)
                                .count())
                        .dividedBy(number),
                kappa(pairs, weights));
    }

    private static Optional<Rational> kappa(List<Pair> pairs, Weights weights) {
        Map<Rational, Integer> ones = new HashMap<>();
        Map<Rational, Integer> others = new HashMap<>();
        Rational observed = Rational.ZERO;
        for (Pair pair : pairs) {
            ones.merge(pair.one(), 1, Integer::sum);
            others.merge(pair.other(), 1, Integer::sum);
            observed = observed.plus(weights.weight.apply(pair.apart()));
        }
        Rational expected = Rational.ZERO;
        for (Map.Entry<Rational, Integer> one : ones.entrySet()) {
            for (Map.Entry<Rational, Integer> other : others.entrySet()) {
                Rational weight = weights.weight.apply(new Pair(one.getKey(), other.getKey()).apart());
                expected = expected.plus(weight.times(Rational.of((long) one.getValue() * other.getValue())));
            }
        }
        if (expected.isZero()) {
            return Optional.empty();
        }
        Rational byChance = expected.dividedBy(Rational.of(pairs.size()));
        return Optional.of(Rational.ONE.minus(observed.dividedBy(byChance)));
    }
}
