package dauntingledger.rulebook.calculator;

import dauntingledger.rulebook.number.Rational;

/** What a sum comes to. */
public sealed interface CalculatorOutcome {

    record Result(Rational value) implements CalculatorOutcome {}

    /**
     * A sum without a result.
     *
     * @param place where in the typed text the trouble is, from 0
     */
    record Failed(Fault fault, int place) implements CalculatorOutcome {}
}
