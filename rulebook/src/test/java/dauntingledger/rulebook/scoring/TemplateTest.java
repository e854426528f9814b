package dauntingledger.rulebook.scoring;

import static dauntingledger.rulebook.testing.SamplePapers.R1;
import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.response.Value.BaseType;
import dauntingledger.rulebook.response.Value.Cardinality;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;

/** Questions whose numbers are drawn anew for each candidate. */
class TemplateTest {

    private static final ItemId ITEM = new ItemId("rise");
    private static final Map<String, Value> DECLARED = Map.of(
            "low", variable(BaseType.FLOAT), "rise", variable(BaseType.INTEGER), "high", variable(BaseType.FLOAT));

    private static Value variable(BaseType type, String... initial) {
        return new Value(Cardinality.SINGLE, type, List.of(initial));
    }

    private static Expression read(String variable) {
        return new Expression.Variable(variable);
    }

    private static Expression constant(String number) {
        return new Expression.Constant(Expression.number(Rational.parse(number)));
    }

    private static Expression apply(Operator operator, Expression... operands) {
        return new Expression.Apply(operator, Map.of(), List.of(operands));
    }

    /** Low water from 0.4 to 1.6 m, a rise of 3, 5 or 7 m, and high water as the correct response. */
    private static List<Rule> rules() {
        return List.of(
                new Rule.SetVariable(
                        "low", apply(Operator.DIVIDE, new Expression.RandomInteger(4, 16, 1), constant("10"))),
                new Rule.SetVariable("rise", new Expression.RandomInteger(3, 8, 2)),
                new Rule.SetVariable("high", apply(Operator.SUM, read("low"), read("rise"))),
                new Rule.SetCorrect(R1, read("high")));
    }

    private static ItemKey key(Map<String, Value> variables, List<Rule> rules) {
        return new ItemKey(
                Map.of(R1, ResponseKey.of(variable(BaseType.FLOAT))),
                SampleKeys.SCORE,
                Templates.MATCH_CORRECT.rules(R1),
                ItemKey.Judge.RULES,
                new Template(variables, rules));
    }

    private static Rational number(ItemKey drawn, String variable) {
        return Rational.parse(requireNonNull(drawn.template().variables().get(variable))
                .elements()
                .getFirst());
    }

    private static Rational score(ItemKey key, String typed) {
        return key.judge(Map.of(R1, Value.typed(typed))).score();
    }

    @Property
    void hasTheSameNumbersForTheSameSeedAndJudgesByThem(@ForAll int seed) {
        ItemKey drawn = key(DECLARED, rules()).drawn(ITEM, seed);

        assertThat(number(drawn, "low")).isBetween(Rational.parse("0.4"), Rational.parse("1.6"));
        assertThat(number(drawn, "rise")).isIn(Rational.of(3), Rational.of(5), Rational.of(7));
        assertThat(number(drawn, "high")).isEqualTo(number(drawn, "low").plus(number(drawn, "rise")));
        assertThat(drawn).isEqualTo(key(DECLARED, rules()).drawn(ITEM, seed));
        assertThat(score(drawn, number(drawn, "high").toString())).isEqualTo(Rational.ONE);
        assertThat(score(drawn, number(drawn, "high").plus(Rational.ONE).toString()))
                .isEqualTo(Rational.ZERO);
        assertThat(drawn.most()).isEqualTo(Rational.ONE);
    }

    @Test
    void hasOtherNumbersForAnotherSeedAndForAnotherItem() {
        ItemKey key = key(DECLARED, rules());

        Set<Rational> drawn = IntStream.range(0, 50)
                .mapToObj(seed -> number(key.drawn(ITEM, seed), "low"))
                .collect(Collectors.toSet());

        assertThat(drawn).hasSizeGreaterThan(8);
        assertThat(IntStream.range(0, 50)
                        .filter(seed -> !key.drawn(ITEM, seed).equals(key.drawn(new ItemId("fall"), seed)))
                        .count())
                .isGreaterThan(40);
    }

    /** As another program draws with the published generator; a change would give everybody who practises other numbers than they had. */
    @Test
    void drawsWhatItAlwaysDrew() {
        ItemKey drawn = key(DECLARED, rules()).drawn(ITEM, 2026);

        assertThat(List.of(number(drawn, "low"), number(drawn, "rise"), number(drawn, "high")))
                .isEqualTo(List.of(Rational.parse("1.4"), Rational.of(3), Rational.parse("4.4")));
    }

    @Nested
    class AConstraint {

        private ItemKey constrained(String least) {
            List<Rule> rules = List.of(
                    new Rule.SetVariable("rise", new Expression.RandomInteger(1, 10, 1)),
                    new Rule.Constraint(apply(Operator.GTE, read("rise"), constant(least))),
                    new Rule.SetCorrect(R1, read("rise")));
            return key(Map.of("rise", variable(BaseType.INTEGER, "2")), rules);
        }

        @Test
        void letsTheTemplateDrawAgainUntilItIsMet() {
            for (int seed = 0; seed < 200; seed++) {
                assertThat(number(constrained("9").drawn(ITEM, seed), "rise")).isIn(Rational.of(9), Rational.of(10));
            }
        }

        @Test
        void leavesTheDeclaredValuesWhereItIsNeverMet() {
            ItemKey drawn = constrained("11").drawn(ITEM, 1);

            assertThat(number(drawn, "rise")).isEqualTo(Rational.of(2));
            assertThat(requireNonNull(drawn.responses().get(R1)).correct().elements())
                    .isEmpty();
        }
    }

    @Test
    void followsTheFirstBranchThatHolds() {
        Rule condition = new Rule.Condition(
                List.of(new Rule.Branch(
                        apply(Operator.LTE, read("length"), constant("40")),
                        List.of(new Rule.SetVariable("factor", constant("3"))))),
                List.of(new Rule.SetVariable("factor", constant("2"))));
        ItemKey key = key(
                Map.of("length", variable(BaseType.INTEGER), "factor", variable(BaseType.INTEGER)),
                List.of(new Rule.SetVariable("length", new Expression.RandomInteger(38, 43, 1)), condition));

        for (int seed = 0; seed < 50; seed++) {
            ItemKey drawn = key.drawn(ITEM, seed);
            boolean isShort = number(drawn, "length").compareTo(Rational.of(40)) <= 0;
            assertThat(number(drawn, "factor")).isEqualTo(Rational.of(isShort ? 3 : 2));
        }
    }

    @Test
    void drawsBrokenNumbersBetweenTheirBoundsAndElementsOutOfAContainer() {
        ItemKey key = key(
                Map.of("height", variable(BaseType.FLOAT), "ship", variable(BaseType.STRING)),
                List.of(
                        new Rule.SetVariable(
                                "height", new Expression.RandomFloat(Rational.parse("-0.5"), Rational.parse("0.5"))),
                        new Rule.SetVariable(
                                "ship",
                                new Expression.RandomElement(new Expression.Constant(new Value(
                                        Cardinality.MULTIPLE, BaseType.STRING, List.of("Anchusa", "Pellow")))))));

        Set<String> ships = IntStream.range(0, 40)
                .mapToObj(seed -> key.drawn(ITEM, seed))
                .peek(drawn -> assertThat(number(drawn, "height").abs()).isLessThanOrEqualTo(Rational.parse("0.5")))
                .map(drawn -> requireNonNull(drawn.template().variables().get("ship"))
                        .elements()
                        .getFirst())
                .collect(Collectors.toSet());

        assertThat(ships).containsExactlyInAnyOrder("Anchusa", "Pellow");
    }

    @Nested
    class OfWhatCannotBeDrawn {

        private static Optional<String> problem(ItemKey key) {
            return IntStream.range(0, 100)
                    .mapToObj(seed -> key.template().draw(key, ITEM, seed).problem())
                    .flatMap(Optional::stream)
                    .findFirst();
        }

        @Test
        void aCorrectResponseMustNeverComeToNothing() {
            List<Rule> sometimes = List.of(
                    new Rule.SetVariable("rise", new Expression.RandomInteger(0, 9, 1)),
                    new Rule.SetCorrect(R1, apply(Operator.DIVIDE, constant("1"), read("rise"))));

            assertThat(problem(key(Map.of("rise", variable(BaseType.INTEGER)), sometimes)))
                    .hasValueSatisfying(
                            problem -> assertThat(problem).startsWith("the correct response 'R1' can come to nothing"));
        }

        @Test
        void wideRangesAreDrawnFromAsFarAsADrawReaches() {
            ItemKey wide = key(
                    Map.of("rise", variable(BaseType.INTEGER)),
                    List.of(new Rule.SetVariable(
                            "rise", new Expression.RandomInteger(-2_000_000_000, 2_000_000_000, 3))));

            for (int seed = 0; seed < 50; seed++) {
                Rational drawn = number(wide.drawn(ITEM, seed), "rise");
                assertThat(drawn.abs()).isLessThanOrEqualTo(Rational.of(2_000_000_000));
                assertThat(drawn.plus(Rational.of(2_000_000_000))
                                .dividedBy(Rational.of(3))
                                .isWhole())
                        .isTrue();
            }
        }

        @Test
        void itIsSaidWhichVariableCanComeToNothing() {
            Rule nothing = new Rule.SetVariable("rise", apply(Operator.DIVIDE, constant("1"), constant("0")));

            assertThat(problem(key(Map.of("rise", variable(BaseType.FLOAT)), List.of(nothing))))
                    .hasValueSatisfying(problem ->
                            assertThat(problem).startsWith("the template variable 'rise' can come to nothing"));
        }

        @Test
        void aWholeNumberMustBeWhole() {
            Rule half = new Rule.SetVariable(
                    "rise", apply(Operator.DIVIDE, new Expression.RandomInteger(1, 9, 1), constant("2")));

            assertThat(problem(key(Map.of("rise", variable(BaseType.INTEGER)), List.of(half))))
                    .hasValueSatisfying(problem -> assertThat(problem).contains("a broken number"));
            assertThat(problem(key(DECLARED, rules()))).isEmpty();
        }

        @Test
        void emptyRangesAndStepsAreRefused() {
            assertThatThrownBy(() -> new Expression.RandomInteger(5, 4, 1))
                    .hasMessage("there are no whole numbers to draw from 5 to 4");
            assertThatThrownBy(() -> new Expression.RandomInteger(1, 4, 0))
                    .hasMessage("step must be 1 or more, but is 0");
            assertThatThrownBy(() -> new Expression.RandomInteger(Integer.MIN_VALUE, Integer.MAX_VALUE, 1))
                    .isInstanceOf(IllegalArgumentException.class);
            assertThatThrownBy(() -> new Expression.RandomFloat(Rational.ONE, Rational.ZERO))
                    .hasMessage("there are no numbers to draw from 1 to 0");
        }
    }
}
