package dauntingledger.rulebook.testing;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.Clocks;
import dauntingledger.rulebook.paper.Confirmation;
import dauntingledger.rulebook.paper.Entering;
import dauntingledger.rulebook.paper.ExamRules;
import dauntingledger.rulebook.paper.Finish;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.ItemSet;
import dauntingledger.rulebook.paper.ItemSetId;
import dauntingledger.rulebook.paper.Languages;
import dauntingledger.rulebook.paper.LateAcceptance;
import dauntingledger.rulebook.paper.Movement;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.paper.Practice;
import dauntingledger.rulebook.paper.PracticeMode;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.StationLine;
import dauntingledger.rulebook.paper.TimeBox;
import dauntingledger.rulebook.response.Choice;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.Reading;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.TextEntry;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Papers that tests are written against, and the parts to make others. */
public final class SamplePapers {

    public static final ResponseId R1 = new ResponseId("R1");
    public static final ResponseId R2 = new ResponseId("R2");
    public static final String DIGEST = "0f".repeat(32);

    public static final String OTHER_DIGEST = "1e".repeat(32);

    private SamplePapers() {}

    /**
     * Notice, instructions, block {@code one} (20 min), break (10 min), block {@code two} (30 min), hand-in (5 min).
     * Block one holds a single choice q1, a two-of-four choice q2, a number q3; block two holds q4 of two numbers, q5.
     */
    public static Paper pilot() {
        return paper(
                List.of(
                        notice("conduct", Optional.of(Duration.ofMinutes(10))),
                        instructions("instructions"),
                        block("one", single("q1"), pair("q2"), number("q3")),
                        rest(Clocks.STAND_STILL),
                        block("two", twoNumbers("q4"), single("q5")),
                        handIn()),
                List.of(box("one", 20, "one", "one", 5, 1), box("two", 30, "two", "two", 10)));
    }

    /**
     * Every step of an arrival, then block {@code one} with q1: consent (5 min, ticked), identity, door, station check,
     * portrait, language, instructions (read for 1 to 5 min, then the try-out opens), try-out.
     */
    public static Paper arrival(Stage.Admission door) {
        return new Paper(
                new PaperId("arrival"),
                1,
                "An arrival",
                List.of(
                        new Stage.Notice(
                                stage("consent"),
                                "Consent",
                                3,
                                Set.of(DIGEST, OTHER_DIGEST),
                                Optional.of(Duration.ofMinutes(5)),
                                new Confirmation(Confirmation.How.TICK, List.of("I agree", "Ich bin einverstanden")),
                                true,
                                true),
                        new Stage.Identity(stage("identity"), "Identity"),
                        door,
                        new Stage.StationCheck(
                                stage("station"),
                                "Station",
                                List.of(StationLine.WINDOW, StationLine.CLOCK, StationLine.CAMERA)),
                        new Stage.Portrait(stage("portrait"), "Portrait"),
                        new Stage.LanguageChoice(stage("language"), "Language"),
                        new Stage.Instructions(
                                stage("instructions"),
                                "Instructions",
                                Optional.of(Duration.ofMinutes(5)),
                                Duration.ofMinutes(1),
                                Clocks.RUN_ON),
                        new Stage.TryOut(stage("try-out"), "Try-out"),
                        block("one", single("q1")),
                        handIn()),
                List.of(box("one", 20, "one", "one")),
                LateAcceptance.USUAL,
                Paper.ScoreRelease.LATER,
                new Languages(List.of("en", "de"), true),
                ExamRules.PLAIN);
    }

    public static Stage.Admission door(Stage.Admission.Late late, Stage.Admission.Way... ways) {
        return new Stage.Admission(stage("door"), "Door", Set.copyOf(List.of(ways)), 3, late);
    }

    public static Paper paper(List<Stage> route, List<TimeBox> boxes) {
        return new Paper(
                new PaperId("sample"),
                1,
                "A sample",
                route,
                boxes,
                LateAcceptance.USUAL,
                Paper.ScoreRelease.AT_ONCE,
                new Languages(List.of("en"), false),
                ExamRules.PLAIN);
    }

    /** A notice with the text of {@link #DIGEST} that is accepted by one press. */
    public static Stage.Notice notice(String id, Optional<Duration> limit) {
        return new Stage.Notice(stage(id), "Notice " + id, 1, Set.of(DIGEST), limit, Confirmation.PRESS, true, false);
    }

    public static Stage.Instructions instructions(String id) {
        return new Stage.Instructions(stage(id), "Instructions", Optional.empty(), Duration.ZERO, Clocks.RUN_ON);
    }

    public static StageId stage(String id) {
        return new StageId(id);
    }

    public static Stage.Block block(String id, Item... items) {
        return block(id, Movement.FREE, items);
    }

    public static Stage.Block block(String id, Movement movement, Item... items) {
        ItemSet set = ItemSet.of(new ItemSetId(id + "-set"), "Set " + id, false, List.of(items));
        return new Stage.Block(
                stage(id),
                "Block " + id,
                List.of(new Section(new SectionId(id + "-section"), "Section", movement, List.of(set))),
                true);
    }

    public static Stage.Break rest(Clocks clocks) {
        return new Stage.Break(stage("rest"), "Break", Duration.ofMinutes(10), Duration.ZERO, clocks, false);
    }

    public static Stage.HandIn handIn() {
        return handIn(Finish.AT_ANY_TIME);
    }

    public static Stage.HandIn handIn(Finish finish) {
        return new Stage.HandIn(stage("hand-in"), "Hand in", Duration.ofMinutes(5), finish);
    }

    public static TimeBox box(String id, int minutes, String first, String last, int... warnings) {
        return new TimeBox(
                new BoxId(id),
                "Box " + id,
                Duration.ofMinutes(minutes),
                stage(first),
                stage(last),
                IntStream.of(warnings).mapToObj(Duration::ofMinutes).toList());
    }

    public static Item single(String id) {
        return item(id, Rational.of(2), Rational.of(1, 2), Item.Credit.WHOLE, choice(R1, 4, 1, 1));
    }

    /** Two of four options make a full answer. */
    public static Item pair(String id) {
        return item(id, Rational.of(3), Rational.ZERO, Item.Credit.PARTS, choice(R1, 4, 2, 2));
    }

    public static Item number(String id) {
        return item(id, Rational.of(2), Rational.ZERO, Item.Credit.WHOLE, box(R1));
    }

    public static Item twoNumbers(String id) {
        return item(id, Rational.of(1), Rational.ONE, Item.Credit.PARTS, box(R1), box(R2));
    }

    public static Item item(
            String id, Rational marks, Rational penalty, Item.Credit credit, Interaction... interactions) {
        return new Item(new ItemId(id), List.of(interactions), marks, penalty, credit, Entering.AT_EACH_CHOICE);
    }

    public static Item entering(Item item, Entering entering) {
        return new Item(item.id(), item.interactions(), item.marks(), item.penalty(), item.credit(), entering);
    }

    /** A box of eight characters for a number. */
    public static TextEntry box(ResponseId response) {
        return new TextEntry(response, 8, Reading.AsNumber.PLAIN);
    }

    public static Choice choice(ResponseId response, int options, int least, int most) {
        return Choice.list(
                response,
                Stream.of("a", "b", "c", "d", "e", "f")
                        .limit(options)
                        .map(ChoiceId::new)
                        .toList(),
                least,
                most);
    }

    /** Returns a paper as one that can be practised in some modes. */
    public static Paper offering(Paper paper, PracticeMode... modes) {
        ExamRules rules = paper.rules();
        return paper.with(new ExamRules(
                rules.clockMayHide(),
                rules.ownBreaks(),
                rules.roomWarnings(),
                rules.surveys(),
                rules.watch(),
                rules.equipment(),
                Optional.of(Practice.offering(List.of(modes)))));
    }
}
