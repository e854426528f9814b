package dauntingledger.rulebook.paper;

import static dauntingledger.rulebook.testing.SamplePapers.block;
import static dauntingledger.rulebook.testing.SamplePapers.box;
import static dauntingledger.rulebook.testing.SamplePapers.choice;
import static dauntingledger.rulebook.testing.SamplePapers.handIn;
import static dauntingledger.rulebook.testing.SamplePapers.item;
import static dauntingledger.rulebook.testing.SamplePapers.paper;
import static dauntingledger.rulebook.testing.SamplePapers.pilot;
import static dauntingledger.rulebook.testing.SamplePapers.rest;
import static dauntingledger.rulebook.testing.SamplePapers.single;
import static dauntingledger.rulebook.testing.SamplePapers.stage;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.Reading;
import dauntingledger.rulebook.response.TextEntry;
import dauntingledger.rulebook.testing.SamplePapers;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Named;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

class PaperTest {

    private static final Stage.Block ONE = block("one", single("q1"));
    private static final Stage.Break REST = rest(Clocks.RUN_ON);

    private record Draft(List<Stage> route, List<TimeBox> boxes) {
        Draft(Stage... route) {
            this(List.of(route), List.of());
        }
    }

    static Stream<Arguments> malformed() {
        return Stream.of(
                draft("no hand-in", "stage one", "must end with its only hand-in", new Draft(ONE)),
                draft("hand-in in the middle", "stage hand-in", "must end", new Draft(handIn(), ONE, handIn())),
                draft("no block", "paper", "at least one block", new Draft(handIn())),
                draft(
                        "two stages alike",
                        "stage one",
                        "two stages have this",
                        new Draft(ONE, block("one", single("q2")), handIn())),
                draft(
                        "two items alike",
                        "item q1",
                        "two items have this",
                        new Draft(block("one", single("q1"), single("q1")), handIn())),
                draft("a break at the start", "stage rest", "between two blocks", new Draft(REST, ONE, handIn())),
                draft("a break before the hand-in", "stage rest", "between two blocks", new Draft(ONE, REST, handIn())),
                draft(
                        "no marks",
                        "item q1",
                        "marks must be more than 0",
                        oneItem(Rational.ZERO, Rational.ZERO, choice(SamplePapers.R1, 4, 1, 1))),
                draft(
                        "a negative penalty",
                        "item q1",
                        "penalty must be 0 or more",
                        oneItem(Rational.ONE, Rational.of(-1), choice(SamplePapers.R1, 4, 1, 1))),
                draft(
                        "one option",
                        "response R1",
                        "2 to 60 options",
                        oneItem(Rational.ONE, Rational.ZERO, choice(SamplePapers.R1, 1, 1, 1))),
                draft(
                        "more choices than options",
                        "response R1",
                        "most (5) <= offered (4)",
                        oneItem(Rational.ONE, Rational.ZERO, choice(SamplePapers.R1, 4, 1, 5))),
                draft("no interaction", "item q1", "at least one interaction", oneItem(Rational.ONE, Rational.ZERO)),
                draft(
                        "a box for nothing",
                        "response R1",
                        "1 to 400 characters",
                        oneItem(
                                Rational.ONE,
                                Rational.ZERO,
                                new TextEntry(SamplePapers.R1, 0, Reading.AsNumber.PLAIN))),
                draft(
                        "an unknown stage in a box",
                        "time box b",
                        "no stage nowhere",
                        boxed(box("b", 9, "one", "nowhere"))),
                draft(
                        "a box that ends before it begins",
                        "time box b",
                        "comes after",
                        boxed(box("b", 9, "hand-in", "one"))),
                draft(
                        "a warning above the limit",
                        "time box b",
                        "below the limit",
                        boxed(box("b", 9, "one", "one", 10))),
                draft("warnings out of order", "time box b", "longest first", boxed(box("b", 9, "one", "one", 1, 5))),
                draft(
                        "boxes that overlap",
                        "time box b",
                        "it overlaps time box c",
                        new Draft(
                                List.of(ONE, block("two", single("q2")), block("three", single("q3")), handIn()),
                                List.of(box("b", 9, "one", "two"), box("c", 9, "two", "three")))),
                draft("a wrong digest", "stage n", "64 lower-case hexadecimal", noticed("XYZ", Confirmation.PRESS)),
                draft(
                        "a statement to copy that is not there",
                        "stage n",
                        "a statement to tick or to copy must be there",
                        noticed(SamplePapers.DIGEST, new Confirmation(Confirmation.How.COPY, List.of()))),
                draft(
                        "a portrait without consent",
                        "stage portrait",
                        "no camera is used before a notice with consent",
                        new Draft(new Stage.Portrait(stage("portrait"), "Portrait"), ONE, handIn())),
                draft(
                        "a camera check without consent",
                        "stage check",
                        "no camera is used before a notice with consent",
                        new Draft(
                                new Stage.StationCheck(stage("check"), "Check", List.of(StationLine.CAMERA)),
                                ONE,
                                handIn())),
                draft(
                        "a station check of nothing",
                        "stage check",
                        "at least one line",
                        new Draft(new Stage.StationCheck(stage("check"), "Check", List.of()), ONE, handIn())),
                draft(
                        "a door that nothing opens",
                        "stage door",
                        "at least one way",
                        new Draft(SamplePapers.door(Stage.Admission.Late.NOT_ADMITTED), ONE, handIn())),
                draft(
                        "a step of the arrival after a block",
                        "stage try-out",
                        "before the first block",
                        new Draft(ONE, new Stage.TryOut(stage("try-out"), "Try-out"), handIn())),
                draft(
                        "a choice among one language",
                        "paper",
                        "two or more",
                        new Draft(new Stage.LanguageChoice(stage("language"), "Language"), ONE, handIn())),
                draft(
                        "a least reading time above the reading time",
                        "stage read",
                        "least reading time must be 0 to PT1M",
                        new Draft(
                                new Stage.Instructions(
                                        stage("read"),
                                        "Read",
                                        Optional.of(Duration.ofMinutes(1)),
                                        Duration.ofMinutes(2),
                                        Clocks.RUN_ON),
                                ONE,
                                handIn())),
                draft(
                        "half a second",
                        "stage hand-in",
                        "whole seconds",
                        new Draft(
                                ONE,
                                new Stage.HandIn(
                                        stage("hand-in"), "Hand in", Duration.ofMillis(1500), Finish.AT_ANY_TIME))));
    }

    @ParameterizedTest
    @MethodSource("malformed")
    void refusesAMalformedPaperNamingThePlace(Draft draft, String place, String problem) {
        List<Finding> findings = refused(draft);

        assertThat(findings).anySatisfy(finding -> {
            assertThat(finding.place()).contains(place);
            assertThat(finding.problem()).contains(problem);
        });
    }

    @Test
    void tellsEverythingThatIsWrongAtOnce() {
        List<Finding> findings = refused(new Draft(
                List.of(block("one", item("q1", Rational.ZERO, Rational.of(-1), Item.Credit.WHOLE)), REST),
                List.of(box("b", 9, "nowhere", "one", 20))));

        assertThat(findings).hasSizeGreaterThanOrEqualTo(6);
    }

    @Test
    void acceptsNestedAndSeparateBoxes() {
        Paper nested = paper(
                List.of(ONE, REST, block("two", single("q2")), handIn()),
                List.of(
                        box("all", 60, "one", "hand-in"),
                        box("first", 20, "one", "one"),
                        box("second", 20, "two", "two")));

        assertThat(nested.covers(nested.boxes().getFirst(), 3)).isTrue();
        assertThat(nested.covers(nested.boxes().get(1), 2)).isFalse();
    }

    @Test
    void isAsLongAsTheLimitsThatLieInNoOther() {
        List<Stage> route = List.of(ONE, REST, block("two", single("q2")), handIn());
        TimeBox first = box("first", 20, "one", "one");
        TimeBox second = box("second", 30, "two", "two");

        assertThat(paper(route, List.of()).length()).isZero();
        assertThat(paper(route, List.of(first, second)).length()).isEqualTo(Duration.ofMinutes(50));
        assertThat(paper(route, List.of(first, box("all", 45, "one", "hand-in"), second))
                        .length())
                .isEqualTo(Duration.ofMinutes(45));
        assertThat(paper(route, List.of(first, box("twin", 15, "one", "one"), second))
                        .length())
                .isEqualTo(Duration.ofMinutes(45));
        assertThat(paper(route, List.of(first, box("twin", 20, "one", "one"))).length())
                .isEqualTo(Duration.ofMinutes(20));
    }

    @Test
    void tellsNothingOfABlockThatIsAhead() {
        Paper known = pilot().knownUpTo(2);

        assertThat(known.route().get(4)).isEqualTo(new Stage.Unopened(stage("two"), "Block two", 2));
        assertThat(known.items().map(item -> item.id().value())).containsExactly("q1", "q2", "q3");
        assertThat(known.toString()).doesNotContain("q4");
        assertThat(pilot().knownUpTo(4)).isEqualTo(pilot());
    }

    @Test
    void refusesIdentifiersThatWouldNotTravel() {
        assertThatThrownBy(() -> new ItemId("")).hasMessageContaining("itemId");
        assertThatThrownBy(() -> new ItemId("a b")).hasMessageContaining("'a b'");
        assertThatThrownBy(() -> new StageId("x".repeat(65))).hasMessageContaining("1 to 64");
    }

    private static List<Finding> refused(Draft draft) {
        return catchThrowableOfType(MalformedPaperException.class, () -> paper(draft.route(), draft.boxes()))
                .findings();
    }

    private static Draft noticed(String digest, Confirmation confirmation) {
        return new Draft(
                new Stage.Notice(stage("n"), "Notice", 1, Set.of(digest), Optional.empty(), confirmation, false, false),
                ONE,
                handIn());
    }

    private static Draft oneItem(Rational marks, Rational penalty, Interaction... interactions) {
        return new Draft(block("one", item("q1", marks, penalty, Item.Credit.WHOLE, interactions)), handIn());
    }

    private static Draft boxed(TimeBox box) {
        return new Draft(List.of(ONE, handIn()), List.of(box));
    }

    private static Arguments draft(String name, String place, String problem, Draft draft) {
        return Arguments.of(Named.of(name, draft), place, problem);
    }
}
