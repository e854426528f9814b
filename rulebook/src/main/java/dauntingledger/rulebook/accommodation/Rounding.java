package dauntingledger.rulebook.accommodation;

import dauntingledger.rulebook.number.Rational;
import java.math.BigInteger;
import java.time.Duration;

/** The one policy for spans that are multiplied. */
public final class Rounding {

    private Rounding() {}

    /**
     * Returns {@code span} times {@code factor}, rounded up to the whole second: in the candidate's favour.
     *
     * <table><caption>Examples</caption>
     * <tr><td>60 min × 5/4</td><td>75 min</td></tr>
     * <tr><td>10 s × 4/3</td><td>14 s (13⅓ s)</td></tr>
     * <tr><td>0 s × 2</td><td>0 s</td></tr>
     * </table>
     */
    public static Duration timesUp(Duration span, Rational factor) {
        BigInteger millis = BigInteger.valueOf(span.toMillis()).multiply(factor.numerator());
        BigInteger second = BigInteger.valueOf(1000).multiply(factor.denominator());
        BigInteger[] parts = millis.divideAndRemainder(second);
        long seconds = parts[0].longValueExact() + (parts[1].signum() > 0 ? 1 : 0);
        return Duration.ofSeconds(seconds);
    }
}
