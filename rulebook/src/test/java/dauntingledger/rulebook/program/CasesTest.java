package dauntingledger.rulebook.program;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.scoring.Correction;
import dauntingledger.rulebook.scoring.Expression;
import dauntingledger.rulebook.scoring.ItemKey;
import dauntingledger.rulebook.scoring.Key;
import dauntingledger.rulebook.scoring.Measure;
import dauntingledger.rulebook.scoring.OutcomeVariable;
import dauntingledger.rulebook.scoring.PartScoring;
import dauntingledger.rulebook.scoring.ResponseKey;
import dauntingledger.rulebook.scoring.Rule;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;

class CasesTest {

    private static final ResponseId RESPONSE = new ResponseId("R1");
    private static final ItemId ITEM = new ItemId("task");
    private static final Value PROGRAM = Value.typed("python\nprint(1)");

    private static Case one(int number, int worth, String group) {
        return new Case(number, "", "in " + number, "out " + number, number == 1, Rational.of(worth), group);
    }

    private static final Cases CASES = new Cases(
            Limits.USUAL,
            Comparison.LINES,
            List.of(one(1, 1, ""), one(2, 2, "pair"), one(3, 3, "pair"), one(4, 4, "")));

    private static Key key(Runs runs) {
        ResponseKey response =
                new ResponseKey(Optional.empty(), Value.typed(""), List.of(new PartScoring.OfCases(CASES, Runs.NONE)));
        return new Key(Map.of(
                        ITEM,
                        new ItemKey(
                                Map.of(RESPONSE, response),
                                Map.of(ItemKey.SCORE, OutcomeVariable.NUMBER),
                                List.of(new Rule.SetOutcome(
                                        ItemKey.SCORE, new Expression.Measured(RESPONSE, Measure.Kind.PARTS))),
                                ItemKey.Judge.RULES)))
                .with(runs);
    }

    private static Runs ending(Ending... endings) {
        return (program, cases) ->
                Optional.of(List.of(endings).subList(0, cases.all().size()));
    }

    @Test
    void casesOfAGroupCountOnlyIfAllOfThemPass() {
        assertThat(CASES.earned(List.of(Ending.PASSED, Ending.PASSED, Ending.PASSED, Ending.ERROR)))
                .containsExactly(Rational.ONE, Rational.of(2), Rational.of(3), Rational.ZERO);
        assertThat(CASES.earned(List.of(Ending.PASSED, Ending.PASSED, Ending.OUT_OF_TIME, Ending.PASSED)))
                .containsExactly(Rational.ONE, Rational.ZERO, Rational.ZERO, Rational.of(4));
    }

    @Test
    void asManyEndingsAreWantedAsThereAreCases() {
        assertThatThrownBy(() -> CASES.earned(List.of(Ending.PASSED)))
                .hasMessage("there are 4 cases, but 1 have ended");
    }

    @Test
    void limitsAndNumbersAreBounded() {
        Limits all = new Limits(Duration.ofMillis(99), 15, 0);
        assertThat(new Cases(all, Comparison.LINES, List.of()).findings())
                .containsExactly(
                        "time-ms must be 100 to 10000, but is 99",
                        "memory-mb must be 16 to 128, but is 15",
                        "output-kb must be 1 to 1024, but is 0",
                        "there must be 1 to 100 cases, but there are 0");
    }

    @Nested
    class Marks {

        private final Map<ResponseId, Value> given = Map.of(RESPONSE, PROGRAM);

        @Test
        void areTheShareOfWorthThatPasses() {
            ItemKey.Judgement judged = key(ending(Ending.PASSED, Ending.PASSED, Ending.PASSED, Ending.OTHER_OUTPUT))
                    .of(ITEM)
                    .judge(given);
            assertThat(judged.pending()).isFalse();
            assertThat(judged.score()).isEqualTo(Rational.of(6, 10));
            assertThat(judged.worths().get(RESPONSE)).hasSize(4);
        }

        @Test
        void arePendingUntilItWasRun() {
            ItemKey asked = key(Runs.NONE).of(ITEM);
            assertThat(asked.judge(given).pending()).isTrue();
            assertThat(asked.ownScore(false, () -> asked.judge(given))).isEmpty();
        }

        @Test
        void areNothingWithoutAProgramAndNothingIsRunForIt() {
            Runs never = (program, cases) -> {
                throw new AssertionError("nothing is to be run");
            };
            ItemKey.Judgement judged = key(never).of(ITEM).judge(Map.of());
            assertThat(judged.pending()).isFalse();
            assertThat(judged.score()).isEqualTo(Rational.ZERO);
        }

        @Test
        void followACorrectedCase() {
            Key corrected = key(ending(Ending.PASSED, Ending.PASSED, Ending.PASSED, Ending.PASSED))
                    .corrected(List.of(
                            new Correction.OfCase(ITEM, RESPONSE, 4, Optional.empty()),
                            new Correction.OfCase(ITEM, RESPONSE, 1, Optional.of("else"))));
            PartScoring.OfCases left =
                    corrected.of(ITEM).programs().values().iterator().next();
            assertThat(left.cases().all()).extracting(Case::number).containsExactly(1, 2, 3);
            assertThat(left.cases().all().getFirst().output()).isEqualTo("else");
            assertThat(corrected.of(ITEM).judge(given).score()).isEqualTo(Rational.ONE);
        }
    }

    @Test
    void aCorrectionOfACaseThatIsNotThereIsRefused() {
        Key key = key(Runs.NONE);
        assertThat(key.problem(new Correction.OfCase(ITEM, RESPONSE, 5, Optional.empty())))
                .contains("response 'R1' is judged by no case 5");
        assertThat(key.problem(new Correction.OfCase(ITEM, RESPONSE, 4, Optional.empty())))
                .isEmpty();
    }

    @Test
    void theLastWordAboutACaseHolds() {
        Correction out = new Correction.OfCase(ITEM, RESPONSE, 2, Optional.empty());
        Correction other = new Correction.OfCase(ITEM, RESPONSE, 2, Optional.of("x"));
        Correction another = new Correction.OfCase(ITEM, RESPONSE, 3, Optional.empty());
        assertThat(Correction.joined(List.of(out, another), other)).containsExactly(another, other);
    }
}
