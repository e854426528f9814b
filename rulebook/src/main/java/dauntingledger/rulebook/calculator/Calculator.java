package dauntingledger.rulebook.calculator;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;

/**
 * Works out sums. The four operations, whole powers and roots that come out even are exact; everything else is rounded
 * once, half up, to {@value #SIGNIFICANT} significant digits.
 *
 * <p>From loosest to tightest: {@code + -}, {@code * /} (also unwritten, as in {@code 2(3+4)} or {@code 3π}), signs,
 * {@code ^} (from the right), {@code ! % ²}. So {@code -2^2} is -4. A per cent that is added to or taken from something
 * is a per cent of that: {@code 200+10%} is 220; anywhere else it is a hundredth.
 *
 * <table>
 * <caption>Words</caption>
 * <tr><td>{@code sqrt √ cbrt root(n;x)}</td><td>roots</td></tr>
 * <tr><td>{@code ln log log(b;x) exp}</td><td>logarithms to e, 10 and b; the power of e</td></tr>
 * <tr><td>{@code sin cos tan asin acos atan}</td><td>in degrees or radians</td></tr>
 * <tr><td>{@code abs pi π e ans mem}</td><td>magnitude, constants, the last answer, the memory</td></tr>
 * </table>
 *
 * @param angle what angles are given in
 * @param answer the last answer, which {@code ans} stands for
 * @param memory what {@code mem} stands for
 */
public record Calculator(Angle angle, Rational answer, Rational memory) {

    /** To how many significant digits a result is rounded that cannot be written exactly. */
    public static final int SIGNIFICANT = 15;

    /** The longest sum that is looked at, in characters. */
    public static final int MOST_TYPED = 200;

    public Calculator {
        requireNonNull(angle, "angle");
        requireNonNull(answer, "answer");
        requireNonNull(memory, "memory");
    }

    /** Returns what {@code sum} comes to. */
    public CalculatorOutcome work(String sum) {
        requireNonNull(sum, "sum");
        if (sum.length() > MOST_TYPED) {
            return new CalculatorOutcome.Failed(Fault.TOO_LONG, MOST_TYPED);
        }
        try {
            return new CalculatorOutcome.Result(new SumReader(sum, this).read());
        } catch (SumException e) {
            return e.outcome();
        }
    }
}
