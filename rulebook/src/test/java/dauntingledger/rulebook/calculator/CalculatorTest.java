package dauntingledger.rulebook.calculator;

import static org.assertj.core.api.Assertions.assertThat;

import ch.obermuhlner.math.big.BigDecimalMath;
import dauntingledger.rulebook.number.Rational;
import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.function.BiFunction;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.BigRange;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Scale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CalculatorTest {

    private static final Calculator DEGREES = new Calculator(Angle.DEGREES, Rational.of(7), Rational.of(5));
    private static final Calculator RADIANS = new Calculator(Angle.RADIANS, Rational.ZERO, Rational.ZERO);
    private static final MathContext ORACLE = new MathContext(60);
    private static final MathContext FIFTEEN = new MathContext(Calculator.SIGNIFICANT, RoundingMode.HALF_UP);

    private static String shown(Calculator calculator, String sum) {
        return switch (calculator.work(sum)) {
            case CalculatorOutcome.Result result -> Digits.plain(result.value());
            case CalculatorOutcome.Failed failed -> failed.fault() + "@" + failed.place();
        };
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "0.1 + 0.2|0.3",
                "0,1+0,2|0.3",
                "1/3*3|1",
                "1/3|0.333333333333",
                "2/3|0.666666666667",
                "2+3*4|14",
                "(2+3)*4|20",
                "2(3+4)|14",
                "2×3÷4|1.5",
                "7−10|-3",
                "-2^2|-4",
                "(-2)^2|4",
                "2^3^2|512",
                "2^-2|0.25",
                "2^0.5|1.41421356237",
                "4^0.5|2",
                "(-8)^(1/3)|-2",
                "200+10%|220",
                "200-10%|180",
                "200*10%|20",
                "50%|0.5",
                "10%+5|5.1",
                "200+10%*2|200.2",
                "√2|1.41421356237",
                "√9|3",
                "√(1/4)|0.5",
                "3√4|6",
                "sqrt(2)*sqrt(2)|2",
                "cbrt(27)|3",
                "cbrt(-27)|-3",
                "root(5;243)|3",
                "root(4;2)|1.189207115",
                "5²|25",
                "5!|120",
                "20!|2.43290200818e18",
                "2*3!|12",
                "ln(e)|1",
                "log(1000)|3",
                "log(2;8)|3",
                "log(0.001)|-3",
                "exp(1)|2.71828182846",
                "e^2|7.38905609893",
                "pi|3.14159265359",
                "2π|6.28318530718",
                "sin(30)|0.5",
                "cos(60)|0.5",
                "tan(45)|1",
                "sin(180)|0",
                "cos(90)|0",
                "sin(-30)|-0.5",
                "sin(750)|0.5",
                "asin(0.5)|30",
                "acos(-1)|180",
                "atan(1)|45",
                "abs(-3)|3",
                "ans*2|14",
                "ans-mem|2",
                "1e3+1|1001",
                "1 000 000 + 1|1000001",
                "1e20|1e20",
                "1.5e-12|1.5e-12",
                "123456789*1000000|123456789000000",
                "0.000000012|0.000000012",
                "((((1))))|1",
                "+5|5",
                "--5|5",
                "5mod|UNKNOWN_WORD@1",
                "1/0|DIVIDED_BY_ZERO@1",
                "1/(2-2)|DIVIDED_BY_ZERO@1",
                "√(-4)|ROOT_OF_NEGATIVE@0",
                "ln(0)|LOGARITHM@0",
                "log(1;5)|LOGARITHM@0",
                "0^-1|POWER@1",
                "(-4)^0.5|POWER@4",
                "2.5!|FACTORIAL@3",
                "(-1)!|FACTORIAL@4",
                "tan(90)|ANGLE@0",
                "asin(2)|ANGLE@0",
                "10^200|TOO_LARGE@2",
                "80!|TOO_LARGE@2",
                "2+|UNFINISHED@2",
                "(2+3|BRACKET@4",
                "2+3)|BRACKET@3",
                "2 # 3|UNEXPECTED@2",
                "1.2.3|UNEXPECTED@0",
                "sin 30|BRACKET@4",
                "frob(3)|UNKNOWN_WORD@0",
            })
    void aSumComesTo(String sum, String expected) {
        assertThat(shown(DEGREES, sum)).isEqualTo(expected);
    }

    @Test
    void anglesAreTakenAsTheSettingSays() {
        assertThat(shown(RADIANS, "sin(π/2)")).isEqualTo("1");
        assertThat(shown(RADIANS, "sin(π)")).isEqualTo("0");
        assertThat(shown(RADIANS, "acos(-1)")).isEqualTo("3.14159265359");
    }

    @Test
    void whatIsTooLongIsRefusedAndNotWorkedOut() {
        assertThat(shown(DEGREES, "1+".repeat(100) + "1")).isEqualTo("TOO_LONG@200");
        assertThat(shown(DEGREES, "(".repeat(60) + "1" + ")".repeat(60))).startsWith("TOO_LONG");
        assertThat(shown(DEGREES, "-".repeat(100) + "1")).startsWith("TOO_LONG");
    }

    @Test
    void aLongSumDoesNotGrowWithoutEnd() {
        Rational ratio = ((CalculatorOutcome.Result) DEGREES.work("(1.0000001/3)^50*(3.0000003/7)^50")).value();

        assertThat(ratio.denominator().bitLength()).isLessThan(700);
    }

    @Property(tries = 400)
    void theFourOperationsAreExact(
            @ForAll @IntRange(min = -99_999, max = 99_999) int a,
            @ForAll @IntRange(min = 1, max = 99_999) int b,
            @ForAll @IntRange(min = 1, max = 9_999) int c) {
        CalculatorOutcome outcome = DEGREES.work("(" + a + "+" + b + "/100)*" + c + "/" + b + "-" + a + "/1000");

        Rational expected = Rational.of(a)
                .plus(Rational.of(b, 100))
                .times(Rational.of(c))
                .dividedBy(Rational.of(b))
                .minus(Rational.of(a, 1000));
        assertThat(outcome).isEqualTo(new CalculatorOutcome.Result(expected));
    }

    @Property(tries = 150)
    void functionsAgreeWithAnotherLibraryInAllFifteenDigits(
            @ForAll @BigRange(min = "0.0001", max = "60") @Scale(4) BigDecimal x) {
        agrees("ln", x, BigDecimalMath::log);
        agrees("log", x, BigDecimalMath::log10);
        agrees("exp", x, BigDecimalMath::exp);
        agrees("sqrt", x, BigDecimalMath::sqrt);
        agrees("sin", x, BigDecimalMath::sin);
        agrees("cos", x, BigDecimalMath::cos);
        agrees("tan", x, BigDecimalMath::tan);
        agrees("atan", x, BigDecimalMath::atan);
        BigDecimal small = x.movePointLeft(2);
        agrees("asin", small, BigDecimalMath::asin);
        agrees("acos", small, BigDecimalMath::acos);
    }

    private static void agrees(String word, BigDecimal x, BiFunction<BigDecimal, MathContext, BigDecimal> oracle) {
        CalculatorOutcome outcome = RADIANS.work(word + "(" + x.toPlainString() + ")");

        assertThat(outcome)
                .as("%s(%s)", word, x)
                .isEqualTo(new CalculatorOutcome.Result(
                        Rational.of(oracle.apply(x, ORACLE).round(FIFTEEN))));
    }

    @Property(tries = 100)
    void brokenPowersAgreeWithAnotherLibrary(
            @ForAll @BigRange(min = "0.01", max = "99") @Scale(2) BigDecimal base,
            @ForAll @BigRange(min = "-9", max = "9") @Scale(3) BigDecimal exponent) {
        CalculatorOutcome outcome = RADIANS.work(base.toPlainString() + "^(" + exponent.toPlainString() + ")");

        BigDecimal expected = BigDecimalMath.pow(base, exponent, ORACLE);
        assertThat(((CalculatorOutcome.Result) outcome)
                        .value()
                        .minus(Rational.of(expected))
                        .abs())
                .isLessThanOrEqualTo(Rational.of(expected.abs().movePointLeft(14)));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "1000000+25|1 000 000+25",
                "0.0001234|0.0001234",
                "12345.67891|12 345.67891",
                "999|999",
                "-1000|−1 000",
            })
    void digitsStandInGroups(String typed, String shown) {
        assertThat(Digits.grouped(typed)).isEqualTo(shown.replace(' ', '\u202f'));
    }

    @Property(tries = 200)
    void groupedDigitsReadAsTheSameNumber(
            @ForAll @BigRange(min = "0", max = "9999999999") @Scale(5) BigDecimal number) {
        assertThat(DEGREES.work(Digits.grouped(number.toPlainString())))
                .isEqualTo(new CalculatorOutcome.Result(Rational.of(number)));
    }
}
