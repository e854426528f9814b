package dauntingledger.rulebook.statistics;

import dauntingledger.rulebook.number.Rational;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.MathContext;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * Numbers of many candidates, always in the same order, as whole numbers over one denominator. Columns that are worked
 * with together have the same denominator. Everything is exact but square roots, and in the population form.
 */
final class Column {

    /** So many digits are enough for any rounding of a root that people are shown. */
    private static final MathContext DIGITS = new MathContext(40);

    private final BigInteger denominator;
    private final BigInteger[] numerators;
    private final BigInteger sum;
    /** The variance times the square of the number of candidates and of the denominator. */
    private final BigInteger variation;

    private Column(BigInteger denominator, BigInteger[] numerators) {
        this.denominator = denominator;
        this.numerators = numerators;
        BigInteger added = BigInteger.ZERO;
        for (BigInteger one : numerators) {
            added = added.add(one);
        }
        this.sum = added;
        this.variation = covariation(this);
    }

    /** Returns a column of each list, all of them over one denominator. */
    static List<Column> all(List<List<Rational>> lists) {
        BigInteger common = BigInteger.ONE;
        for (List<Rational> list : lists) {
            for (Rational one : list) {
                common = one.isWhole() ? common : leastMultiple(common, one.denominator());
            }
        }
        BigInteger denominator = common;
        return lists.stream().map(list -> of(list, denominator)).toList();
    }

    static Column of(List<Rational> list) {
        return all(List.of(list)).getFirst();
    }

    private static Column of(List<Rational> list, BigInteger denominator) {
        BigInteger[] numerators = new BigInteger[list.size()];
        for (int i = 0; i < numerators.length; i++) {
            Rational one = list.get(i);
            numerators[i] = one.denominator().equals(denominator)
                    ? one.numerator()
                    : one.numerator().multiply(denominator.divide(one.denominator()));
        }
        return new Column(denominator, numerators);
    }

    private static BigInteger leastMultiple(BigInteger one, BigInteger other) {
        return one.divide(one.gcd(other)).multiply(other);
    }

    /** Returns the sums of columns with the same denominator, candidate by candidate. */
    static Column totals(List<Column> columns) {
        BigInteger[] totals = new BigInteger[columns.isEmpty() ? 0 : columns.getFirst().numerators.length];
        Arrays.fill(totals, BigInteger.ZERO);
        for (Column column : columns) {
            for (int i = 0; i < totals.length; i++) {
                totals[i] = totals[i].add(column.numerators[i]);
            }
        }
        return new Column(columns.isEmpty() ? BigInteger.ONE : columns.getFirst().denominator, totals);
    }

    /** Returns this less {@code other}, candidate by candidate. */
    Column minus(Column other) {
        BigInteger[] differences = new BigInteger[numerators.length];
        for (int i = 0; i < differences.length; i++) {
            differences[i] = numerators[i].subtract(other.numerators[i]);
        }
        return new Column(denominator, differences);
    }

    private BigInteger covariation(Column other) {
        BigInteger products = BigInteger.ZERO;
        for (int i = 0; i < numerators.length; i++) {
            products = products.add(numerators[i].multiply(other.numerators[i]));
        }
        return products.multiply(BigInteger.valueOf(numerators.length)).subtract(sum.multiply(other.sum));
    }

    /** Returns the mean; 0 of nobody. */
    Rational mean() {
        return numerators.length == 0
                ? Rational.ZERO
                : new Rational(sum, denominator.multiply(BigInteger.valueOf(numerators.length)));
    }

    /** Returns the mean of the squares less the square of the mean; 0 of nobody. */
    Rational variance() {
        BigInteger times = denominator.multiply(BigInteger.valueOf(Math.max(1, numerators.length)));
        return new Rational(variation, times.multiply(times));
    }

    /** Returns the root of the variance. */
    BigDecimal deviation() {
        return root(variance());
    }

    static BigDecimal root(Rational square) {
        return new BigDecimal(square.numerator())
                .divide(new BigDecimal(square.denominator()), DIGITS)
                .sqrt(DIGITS);
    }

    /** Returns Pearson's correlation with {@code other}; nothing where either does not vary. */
    Optional<BigDecimal> correlation(Column other) {
        if (variation.signum() == 0 || other.variation.signum() == 0) {
            return Optional.empty();
        }
        BigInteger together = covariation(other);
        BigDecimal root = root(new Rational(together.multiply(together), variation.multiply(other.variation)));
        return Optional.of(together.signum() < 0 ? root.negate() : root);
    }
}
