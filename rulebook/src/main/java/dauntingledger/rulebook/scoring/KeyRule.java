package dauntingledger.rulebook.scoring;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ChoiceId;
import dauntingledger.rulebook.paper.Value;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;

/** How a response to one interaction is judged. */
public sealed interface KeyRule {

    /** Returns the share of the interaction's worth that {@code value} earns, from 0 to 1. */
    Rational share(Value value);

    /** Exactly these options, no more and no fewer; QTI 3.0's {@code match_correct} template. */
    record Options(Set<ChoiceId> correct) implements KeyRule {
        public Options {
            correct = Set.copyOf(correct);
            if (correct.isEmpty()) {
                throw new IllegalArgumentException("a key must name at least one option");
            }
        }

        @Override
        public Rational share(Value value) {
            Set<ChoiceId> chosen = new LinkedHashSet<>();
            value.elements().forEach(element -> chosen.add(new ChoiceId(element)));
            return chosen.equals(correct) ? Rational.ONE : Rational.ZERO;
        }
    }

    /**
     * Each option for itself; QTI 3.0's {@code map_response} template. The worths of the chosen options are added, the
     * sum is held between 0 and the sum of all positive worths, and the share is what part of that it makes.
     *
     * @param worths the worth of each option that has one, negative for an option that costs; at least one positive
     */
    record PerOption(Map<ChoiceId, Rational> worths) implements KeyRule {
        public PerOption {
            worths = Map.copyOf(worths);
            if (worths.values().stream().noneMatch(worth -> worth.signum() > 0)) {
                throw new IllegalArgumentException("at least one option must have a positive worth");
            }
        }

        @Override
        public Rational share(Value value) {
            Rational best =
                    worths.values().stream().filter(worth -> worth.signum() > 0).reduce(Rational.ZERO, Rational::plus);
            Rational sum = value.elements().stream()
                    .map(element -> worths.getOrDefault(new ChoiceId(element), Rational.ZERO))
                    .reduce(Rational.ZERO, Rational::plus);
            return sum.max(Rational.ZERO).min(best).dividedBy(best);
        }
    }

    /** A number within a tolerance. */
    record Number(Rational key, Tolerance tolerance) implements KeyRule {
        public Number {
            requireNonNull(key, "key");
            requireNonNull(tolerance, "tolerance");
        }

        @Override
        public Rational share(Value value) {
            boolean right = value.elements().stream()
                    .flatMap(typed -> Numeral.read(typed).stream())
                    .anyMatch(typed -> tolerance.admits(key, typed));
            return right ? Rational.ONE : Rational.ZERO;
        }
    }
}
