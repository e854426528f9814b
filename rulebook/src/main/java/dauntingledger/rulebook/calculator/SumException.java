package dauntingledger.rulebook.calculator;

/** Carries a fault out of the depth of a sum; it never leaves this package. */
final class SumException extends RuntimeException {

    private static final long serialVersionUID = 1L;

    private final Fault fault;
    private final int place;

    SumException(Fault fault, int place) {
        super(fault + " at " + place, null, false, false);
        this.fault = fault;
        this.place = place;
    }

    CalculatorOutcome.Failed outcome() {
        return new CalculatorOutcome.Failed(fault, place);
    }
}
