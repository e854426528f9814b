package dauntingledger.rulebook.scoring;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.response.Value.BaseType;
import dauntingledger.rulebook.response.Value.Cardinality;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Operands are written with their type: {@code f:} a number, {@code s:} a text, {@code b:} a truth, {@code p:} a point;
 * brackets make a container of several ({@code [a b]} unordered, {@code <a b>} ordered); {@code -} is NULL.
 */
class OperatorTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "SUM | f:1/3; f:1/6 | | 1/2",
                "SUM | f:1; - | | NULL",
                "SUM | s:x; f:1 | | NULL",
                "PRODUCT | f:2; f:3; f:4 | | 24",
                "SUBTRACT | f:1; f:3 | | -2",
                "DIVIDE | f:1; f:3 | | 1/3",
                "DIVIDE | f:1; f:0 | | NULL",
                "POWER | f:2; f:-3 | | 1/8",
                "POWER | f:2; f:0.5 | | NULL",
                "MIN | f:3; f:-1; f:2 | | -1",
                "MAX | f:[1 7 2] | | 7",
                "INTEGER_DIVIDE | f:-7; f:2 | | -4",
                "INTEGER_MODULUS | f:-7; f:2 | | 1",
                "TRUNCATE | f:-2.7 | | -2",
                "ROUND | f:-2.5 | | -2",
                "ROUND | f:2.5 | | 3",
                "ROUND_TO | f:1234.56 | figures=3 | 1230",
                "ROUND_TO | f:0.005 | figures=2, rounding-mode=decimalPlaces | 1/100",
                "GCD | f:12; f:18 | | 6",
                "LCM | f:4; f:6 | | 12",
                "STATS_OPERATOR | f:[1 2 6] | name=mean | 3",
                "INTEGER_TO_FLOAT | f:3 | | 3",
                "LT | f:1; f:2 | | true",
                "GTE | f:2; f:2 | | true",
                "GT | f:2; f:2 | | false",
                "LTE | f:2; - | | NULL",
                "EQUAL | f:10; f:10.5 | tolerance-mode=absolute, tolerance=0.5 | true",
                "EQUAL | f:10; f:10.5 | tolerance-mode=absolute, tolerance=0.5, include-upper-bound=false | false",
                "EQUAL | f:10; f:9 | tolerance-mode=relative, tolerance=10 5 | true",
                "EQUAL | f:10; f:11 | tolerance-mode=relative, tolerance=10 5 | false",
                "EQUAL_ROUNDED | f:3.175; f:3.183 | figures=3 | true",
                "EQUAL_ROUNDED | f:3.174; f:3.175 | figures=3 | false",
                "MATCH | f:0.50; f:1/2 | | true",
                "MATCH | s:[a b]; s:[b a] | | true",
                "MATCH | s:[a a b]; s:[a b b] | | false",
                "MATCH | s:<a b>; s:<b a> | | false",
                "MEMBER | s:b; s:[a b] | | true",
                "CONTAINS | s:[a b c]; s:[c a] | | true",
                "CONTAINS | s:[a b]; s:[a a] | | false",
                "CONTAINS | s:<a b c>; s:<b c> | | true",
                "CONTAINS | s:<a b c>; s:<a c> | | false",
                "DELETE | s:a; s:[a b a] | | b",
                "INDEX | s:<a b c> | n=2 | b",
                "INDEX | s:<a> | n=2 | NULL",
                "CONTAINER_SIZE | s:[a b] | | 2",
                "CONTAINER_SIZE | - | | 0",
                "IS_NULL | - | | true",
                "IS_NULL | s:a | | false",
                "AND | b:true; b:true | | true",
                "AND | b:false; - | | false",
                "AND | b:true; - | | NULL",
                "OR | b:true; - | | true",
                "OR | b:false; - | | NULL",
                "NOT | b:true | | false",
                "ANY_N | b:true; b:true; b:false | min=2, max=2 | true",
                "ANY_N | b:true; b:true; b:true | min=1, max=2 | false",
                "ANY_N | b:true; - | min=2, max=2 | NULL",
                "STRING_MATCH | s:Sill; s:sill | case-sensitive=false | true",
                "STRING_MATCH | s:Sill; s:sill | case-sensitive=true | false",
                "SUBSTRING | s:ill; s:sill | | true",
                "PATTERN_MATCH | s:BW-20417 | pattern=BW-[0-9]{5} | true",
                "PATTERN_MATCH | s:xBW-20417 | pattern=BW-[0-9]{5} | false",
                "INSIDE | p:10 10 | shape=circle, coords=10:10:0 | true",
                "INSIDE | p:13 14 | shape=circle, coords=10:10:5 | true",
                "INSIDE | p:14 14 | shape=circle, coords=10:10:5 | false",
                "INSIDE | p:20 5 | shape=rect, coords=0:0:20:5 | true",
                "INSIDE | p:21 5 | shape=rect, coords=0:0:20:5 | false",
                "INSIDE | p:5 5 | shape=poly, coords=0:0:10:0:10:10:0:10 | true",
                "INSIDE | p:10 5 | shape=poly, coords=0:0:10:0:10:10:0:10 | true",
                "INSIDE | p:11 5 | shape=poly, coords=0:0:10:0:10:10:0:10 | false",
                "INSIDE | p:5 8 | shape=poly, coords=0:0:10:0:5:5 | false",
                "INSIDE | p:500 500 | shape=default, coords= | true",
                "MULTIPLE | s:a; -; s:b | | a b",
                "ORDERED | s:b; s:a | | b a",
            })
    void comesTo(Operator operator, String operands, String settings, String expected) {
        Value result = operator.apply(settings(settings), operands(operands));

        assertThat(result.elements().isEmpty() ? "NULL" : String.join(" ", result.elements()))
                .isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "INDEX | 1 | n=0 | n must be 1 or more",
                "INDEX | 1 | | it needs the attribute 'n'",
                "SUBTRACT | 3 | | it takes 2 operands, but has 3",
                "AND | 0 | | it takes 1 or more operands, but has 0",
                "EQUAL | 2 | tolerance-mode=loose | exact, absolute or relative",
                "EQUAL | 2 | tolerance-mode=absolute, tolerance=-1 | 0 or more",
                "PATTERN_MATCH | 1 | pattern=( | no regular expression",
                "ROUND_TO | 1 | figures=0 | 1 or more where they are significant",
                "INSIDE | 1 | shape=star, coords=1:2 | a shape is circle",
                "STATS_OPERATOR | 1 | name=popSD | one of [mean]",
            })
    void isRefusedBeforeItIsApplied(Operator operator, int operands, String settings, String why) {
        List<Expression> any = new ArrayList<>();
        for (int i = 0; i < operands; i++) {
            any.add(new Expression.Constant(Value.typed("x")));
        }

        assertThatThrownBy(() -> new Expression.Apply(operator, settings(settings), any))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining(why);
    }

    @Test
    void doesNotWorkOnAPatternForever() {
        String hostile = "a".repeat(60) + "b";

        assertThat(Operator.PATTERN_MATCH
                        .apply(Map.of("pattern", "(a|aa)+"), List.of(Value.typed(hostile)))
                        .elements())
                .containsExactly("false");
    }

    private static Map<String, String> settings(String text) {
        Map<String, String> settings = new LinkedHashMap<>();
        if (text != null) {
            for (String setting : text.split(",")) {
                String[] parts = setting.strip().split("=", 2);
                settings.put(parts[0], parts[0].equals("coords") ? parts[1].replace(':', ',') : parts[1]);
            }
        }
        return settings;
    }

    private static List<Value> operands(String text) {
        return List.of(text.split(";")).stream()
                .map(one -> operand(one.strip()))
                .toList();
    }

    private static Value operand(String text) {
        if (text.equals("-")) {
            return new Value(Cardinality.SINGLE, BaseType.FLOAT, List.of());
        }
        BaseType type = switch (text.charAt(0)) {
            case 'f' -> BaseType.FLOAT;
            case 'b' -> BaseType.BOOLEAN;
            case 'p' -> BaseType.POINT;
            default -> BaseType.STRING;
        };
        String rest = text.substring(2);
        return switch (rest.charAt(0)) {
            case '[' -> container(Cardinality.MULTIPLE, type, rest);
            case '<' -> container(Cardinality.ORDERED, type, rest);
            default -> new Value(Cardinality.SINGLE, type, List.of(rest));
        };
    }

    private static Value container(Cardinality cardinality, BaseType type, String text) {
        return new Value(
                cardinality, type, List.of(text.substring(1, text.length() - 1).split(" ")));
    }
}
