package dauntingledger.rulebook.statistics;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import java.math.BigDecimal;
import java.util.List;

/**
 * What marks come to in few numbers.
 *
 * @param number how many there are
 * @param mean 0 of none
 * @param deviation the standard deviation in the population form; 0 of none
 */
public record Summary(int number, Rational mean, BigDecimal deviation) {

    public Summary {
        requireNonNull(mean, "mean");
        requireNonNull(deviation, "deviation");
    }

    public static Summary of(List<Rational> marks) {
        Column column = Column.of(marks);
        return new Summary(marks.size(), column.mean(), column.deviation());
    }
}
