package dauntingledger.rulebook.scoring;

import static dauntingledger.rulebook.testing.SamplePapers.R1;
import static dauntingledger.rulebook.testing.SamplePapers.R2;
import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.response.Reading;
import dauntingledger.rulebook.response.Value;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CorrectionTest {

    private static final ItemId ONE = new ItemId("one");
    private static final ItemId TWO = new ItemId("two");

    private static ItemKey corrected(ItemKey key, Correction... corrections) {
        return new Key(Map.of(ONE, key)).corrected(List.of(corrections)).of(ONE);
    }

    private static Rational score(ItemKey key, String... entered) {
        return key.judge(Map.of(
                        R1, requireNonNull(key.responses().get(R1)).correct().with(List.of(entered))))
                .score();
    }

    private static ItemKey closeTo(String number, String tolerance) {
        return SampleKeys.numbers(Map.of(R1, number), Map.of("tolerance-mode", "absolute", "tolerance", tolerance));
    }

    @Test
    void anotherOptionIsAsRightAsTheCorrectOne() {
        ItemKey key = corrected(SampleKeys.choice("a"), new Correction.AlsoRight(ONE, R1, List.of("c")));

        assertThat(score(key, "a")).isEqualTo(Rational.ONE);
        assertThat(score(key, "c")).isEqualTo(Rational.ONE);
        assertThat(score(key, "b")).isEqualTo(Rational.ZERO);
    }

    @Test
    void aWholeSetOfOptionsIsMeantAndNoneOfItsParts() {
        ItemKey mapped = SampleKeys.mapped(Map.of("a", 2, "b", 1));
        assertThat(new Key(Map.of(ONE, mapped)).problem(new Correction.AlsoRight(ONE, R1, List.of("c"))))
                .hasValueSatisfying(problem -> assertThat(problem).contains("names no correct response"));
    }

    @Test
    void correctionsOfOtherItemsChangeNothing() {
        ItemKey key = SampleKeys.choice("a");
        assertThat(corrected(key, new Correction.AllRight(TWO))).isEqualTo(key);
        assertThat(corrected(key, new Correction.StaysWrong(ONE, R1, List.of("b"))))
                .isEqualTo(key);
    }

    @ParameterizedTest
    @CsvSource({"12, 1", "12.5, 1", "13, 1", "13.1, 0", "11, 1", "10.9, 0"})
    void aNumberWithinTheWiderToleranceIsRight(String entered, int marks) {
        ItemKey key = corrected(closeTo("12", "0.1"), new Correction.Within(ONE, R1, Rational.ONE));
        assertThat(score(key, entered)).isEqualTo(Rational.of(marks));
    }

    @ParameterizedTest
    @CsvSource({"12.1, true, false", "12.2, false, true", "12.21, false, false", "11.8, false, true", "7, false, false"
    })
    void numbersNearTheToleranceAreTold(String entered, boolean accepted, boolean near) {
        ItemKey key = closeTo("12", "0.1");
        Value value = requireNonNull(key.responses().get(R1)).correct().with(List.of(entered));

        assertThat(key.accepts(R1, value)).isEqualTo(accepted);
        assertThat(key.nearlyAccepts(R1, value)).isEqualTo(near);
    }

    @Test
    void aResponseIsAcceptedThatLosesNothingWhateverTheOthersAre() {
        ItemKey key = SampleKeys.numbers(Map.of(R1, "1", R2, "2"), Map.of());
        assertThat(key.accepts(R2, requireNonNull(key.responses().get(R2)).correct()))
                .isTrue();
        assertThat(key.accepts(R2, requireNonNull(key.responses().get(R1)).correct()))
                .isFalse();
        assertThat(SampleKeys.byPerson().accepts(R1, Value.typed("")))
                .as("no right one is known")
                .isFalse();
    }

    @Test
    void whatCannotBeReadCanBeTakenForRightAsItWasTyped() {
        ResponseKey metres = new ResponseKey(
                Optional.of(new Reading.AsNumber(Map.of("m", Rational.ONE), 0, 0)),
                new Value(Value.Cardinality.SINGLE, Value.BaseType.FLOAT, List.of("12")),
                List.of());
        ItemKey key = new ItemKey(
                Map.of(R1, metres), SampleKeys.SCORE, Templates.MATCH_CORRECT.rules(R1), ItemKey.Judge.RULES);
        Value typed = Value.typed(" twelve ");

        assertThat(key.judge(Map.of(R1, typed)).score()).isEqualTo(Rational.ZERO);
        ItemKey kind = corrected(key, new Correction.AlsoRight(ONE, R1, List.of("twelve")));
        assertThat(kind.judge(Map.of(R1, typed)).score()).isEqualTo(Rational.ONE);
        assertThat(kind.judge(Map.of(R1, Value.typed("13 m"))).score()).isEqualTo(Rational.ZERO);
    }

    /** Reads decisions: {@code a+b} takes b for right at item a, {@code a-b} refuses it, {@code a~2} within 2, a! all, a/ out. */
    private static Correction read(String text) {
        ItemId item = new ItemId(text.substring(0, 1));
        String rest = text.substring(2);
        return switch (text.charAt(1)) {
            case '+' -> new Correction.AlsoRight(item, R1, List.of(rest));
            case '-' -> new Correction.StaysWrong(item, R1, List.of(rest));
            case '~' -> new Correction.Within(item, R1, Rational.parse(rest));
            case '!' -> new Correction.AllRight(item);
            default -> new Correction.TakenOut(item);
        };
    }

    private static List<Correction> joined(String decisions) {
        List<Correction> all = List.of();
        for (String text : decisions.split(" ")) {
            all = Correction.joined(all, read(text));
        }
        return all;
    }

    @ParameterizedTest
    @CsvSource({
        "a+x a+y, a+x a+y",
        "a+x a-x, a-x",
        "a-x a+x, a+x",
        "a+x a+x, a+x",
        "a~1 a~2, a~2",
        "a+x a~2, a+x a~2",
        "a+x a~2 a/, a/",
        "a! a/, a/",
        "a/ a+x, a+x",
        "a+x b/ a!, b/ a!",
        "a/ b/, a/ b/"
    })
    void joinSoThatNoneContradictsAnother(String decisions, String inForce) {
        assertThat(joined(decisions))
                .containsExactlyElementsOf(Arrays.stream(inForce.split(" "))
                        .map(CorrectionTest::read)
                        .toList());
    }

    @Test
    void areTakenBackForOneItem() {
        assertThat(Correction.without(joined("a+x b/ a~2"), new ItemId("a"))).containsExactly(read("b/"));
    }

    @Test
    void saysWhatCannotBeCorrectedSo() {
        Key key = new Key(Map.of(ONE, SampleKeys.choice("a")));

        assertThat(key.problem(new Correction.TakenOut(TWO))).hasValue("the paper has no question 'two'");
        assertThat(key.problem(new Correction.AlsoRight(ONE, R2, List.of("b")))).hasValue("it has no response 'R2'");
        assertThat(key.problem(new Correction.Within(ONE, R1, Rational.ONE)))
                .hasValueSatisfying(problem -> assertThat(problem).contains("is no number"));
        assertThat(key.problem(new Correction.AlsoRight(ONE, R1, List.of("b")))).isEmpty();
        assertThat(new Key(Map.of(ONE, closeTo("1", "0"))).problem(new Correction.AlsoRight(ONE, R1, List.of("ten"))))
                .hasValueSatisfying(problem -> assertThat(problem).contains("nothing that can be entered"));
        assertThatThrownBy(() -> new Correction.Within(ONE, R1, Rational.ZERO))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("more than 0");
        assertThatThrownBy(() -> new Correction.AlsoRight(ONE, R1, List.of()))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new Correction.AlsoRight(ONE, R1, List.of("x".repeat(1_001))))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("1000 characters");
    }
}
