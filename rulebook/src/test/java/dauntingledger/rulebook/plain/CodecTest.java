package dauntingledger.rulebook.plain;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.ItemSet;
import dauntingledger.rulebook.paper.ItemSetId;
import dauntingledger.rulebook.paper.MalformedPaperException;
import dauntingledger.rulebook.paper.Movement;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.PracticeMode;
import dauntingledger.rulebook.paper.PracticeSet;
import dauntingledger.rulebook.paper.Practised;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.paper.Selection;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.StationLine;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.Play;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Actor;
import dauntingledger.rulebook.sitting.Arrival;
import dauntingledger.rulebook.sitting.By;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import dauntingledger.rulebook.sitting.Subset;
import dauntingledger.rulebook.sitting.Window;
import dauntingledger.rulebook.testing.Desk;
import dauntingledger.rulebook.testing.SampleInteractions;
import dauntingledger.rulebook.testing.SamplePapers;
import dauntingledger.rulebook.testing.Scripts;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CodecTest {

    @Property(tries = 200)
    void papersAndEntriesComeBackEqual(@ForAll long seed) {
        Scripts.Script script = new Scripts(seed).script(40);
        Paper paper = script.paper();

        assertThat(PaperCodec.fromPlain(PaperCodec.toPlain(paper))).isEqualTo(paper);
        assertThat(PaperCodec.fromPlain(PaperCodec.toPlain(paper.knownUpTo(0)))).isEqualTo(paper.knownUpTo(0));
        for (Entry entry : script.entries()) {
            assertThat(EntryCodec.fromPlain(EntryCodec.toPlain(entry))).isEqualTo(entry);
        }
    }

    @Test
    void everyKindOfActComesBackEqual() {
        StageId stage = new StageId("s");
        List<Act> rare = List.of(
                new Act.NoticeDeclined(stage),
                new Act.NoticeAccepted(stage, SamplePapers.DIGEST, "I agree"),
                new Act.IdentityConfirmed(stage),
                new Act.WrongReported(stage, Arrival.Reason.PICTURE, "an old picture"),
                new Act.ReportResolved(stage, "Jonna Hartwell"),
                new Act.CodeGiven(stage, true),
                new Act.LeaveGiven(stage, "Jonna Hartwell"),
                new Act.StationChecked(
                        Map.of(StationLine.CLOCK, List.of(-120L, 14L), StationLine.SOUND, List.of(1L, 60L))),
                new Act.StationExcused(stage, "Jonna Hartwell"),
                new Act.PortraitTaken(stage, SamplePapers.DIGEST),
                new Act.LanguageChosen("de"),
                new Act.StageLeft(stage),
                new Act.InstructionsReopened(),
                new Act.Reopened(stage, "Exam office", Actor.OFFICE),
                new Act.StageRanOut(stage),
                new Act.HandedIn(),
                new Act.WholeViewOpened(),
                new Act.WalkBegun(Subset.PART),
                new Act.WalkBegun(Subset.CHOSEN, List.of(new ItemId("q1"), new ItemId("q3"))),
                new Act.EndSeen(new ItemId("q1")),
                new Act.AnswerEntered(new ItemId("q1")),
                new Act.BreakBegun(),
                new Act.BreakEnded(),
                new Act.SignedInAgain(),
                new Act.SurveyAnswered(stage, 5, "well made"),
                new Act.TermsFixed(
                        Window.of(Desk.NINE, Desk.NINE, Desk.NINE.plusSeconds(60))
                                .endingAt(Desk.NINE.plusSeconds(3_600)),
                        new Accommodations(
                                Rational.of(5, 4),
                                Map.of(new BoxId("one"), Rational.of(2)),
                                Duration.ofMinutes(5),
                                Map.of(stage, Duration.ofMinutes(10)),
                                true,
                                List.of("a lamp")),
                        Optional.of(Practised.in(PracticeMode.UNTIMED))),
                new Act.TermsFixed(
                        Window.ALWAYS,
                        Accommodations.NONE,
                        Optional.of(new Practised(
                                PracticeMode.LEARN,
                                Optional.of(new PracticeSet(List.of(new ItemId("a"), new ItemId("b")), 1, true, 7))))),
                new Act.Checked(new ItemId("q1")),
                new Act.Played(new ItemId("q1"), SamplePapers.R1),
                new Act.Paused(By.NOBODY, ""),
                new Act.Resumed(By.NOBODY));

        for (Act act : rare) {
            Entry entry = Entry.made(new EntryId("e"), Desk.NINE, act);
            assertThat(EntryCodec.fromPlain(EntryCodec.toPlain(entry)).act()).isEqualTo(act);
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "kind | nonsense | there is no kind of entry 'nonsense'",
                "by | clock | expected 'candidate'",
                "at | noon | at: expected a whole number",
                "id | spaces in it | entryId must be",
                "item | a/b | itemId must be",
                "cardinality | few | one of single multiple",
                "values | a | values: expected a list",
            })
    void saysWhatIsWrongWithAnEntry(String member, String value, String complaint) {
        Map<String, Object> plain = new LinkedHashMap<>(
                EntryCodec.toPlain(Entry.made(new EntryId("e"), Desk.NINE, Desk.choosing("q1", "a"))));
        plain.put(member, value);

        assertThatThrownBy(() -> EntryCodec.fromPlain(plain))
                .isInstanceOf(MalformedDataException.class)
                .hasMessageContaining(complaint);
    }

    @Test
    void everyKindOfInteractionAndASelectionComeBackEqual() {
        List<Item> items = new ArrayList<>();
        SampleInteractions.all().forEach(interaction -> {
            Interaction[] interactions = interaction instanceof Play
                    ? new Interaction[] {interaction, SamplePapers.box(SamplePapers.R2)}
                    : new Interaction[] {interaction};
            items.add(SamplePapers.item(
                    "q" + items.size(), Rational.ONE, Rational.ZERO, Item.Credit.PARTS, interactions));
        });
        ItemSet set = new ItemSet(
                new ItemSetId("set"),
                "Set",
                true,
                ItemSet.Stimulus.PASSAGE,
                new Selection(3, Set.of(new ItemId("q1")), true, Set.of(new ItemId("q0"))),
                items);
        Paper paper = SamplePapers.paper(
                List.of(
                        new Stage.Block(
                                SamplePapers.stage("one"),
                                "One",
                                List.of(new Section(new SectionId("s"), "S", Movement.FREE, List.of(set))),
                                true),
                        SamplePapers.handIn()),
                List.of());

        assertThat(PaperCodec.fromPlain(PaperCodec.toPlain(paper))).isEqualTo(paper);
        assertThat(paper.drawn(7).items())
                .hasSize(3)
                .anyMatch(item -> item.id().value().equals("q1"));
    }

    @Test
    void anArrivalAndItsHoursComeBackEqual() {
        Paper paper = SamplePapers.arrival(SamplePapers.door(
                Stage.Admission.Late.BY_LEAVE, Stage.Admission.Way.SCHEDULE, Stage.Admission.Way.CODE));
        Window window = Window.of(Desk.NINE, Desk.NINE.plusSeconds(1), Desk.NINE.plusSeconds(2));

        assertThat(PaperCodec.fromPlain(PaperCodec.toPlain(paper))).isEqualTo(paper);
        assertThat(WindowCodec.fromPlain(WindowCodec.toPlain(window))).isEqualTo(window);
        assertThat(WindowCodec.fromPlain(WindowCodec.toPlain(Window.ALWAYS))).isEqualTo(Window.ALWAYS);
        assertThatThrownBy(() -> WindowCodec.fromPlain(Map.of("doors", 3L, "opens", 2L, "closes", 1L)))
                .isInstanceOf(MalformedDataException.class)
                .hasMessageContaining("doors <= opens < closes");
    }

    @Test
    void accommodationsComeBackEqual() {
        Accommodations granted = new Accommodations(
                Rational.of(5, 4),
                Map.of(new BoxId("two"), Rational.of(2)),
                Duration.ofMinutes(5),
                Map.of(new StageId("one"), Duration.ofMinutes(10)),
                true,
                List.of("a ruler"));
        Map<String, Object> tooMuch = new LinkedHashMap<>(AccommodationsCodec.toPlain(granted));
        tooMuch.put("factor", "9");

        assertThat(AccommodationsCodec.fromPlain(AccommodationsCodec.toPlain(granted)))
                .isEqualTo(granted);
        assertThatThrownBy(() -> AccommodationsCodec.fromPlain(tooMuch))
                .isInstanceOf(MalformedDataException.class)
                .hasMessageContaining("1 to 4, but was 9");
    }

    @Test
    void refusesWhatIsNoObject() {
        assertThatThrownBy(() -> EntryCodec.fromPlain(List.of())).hasMessageContaining("expected an object");
        assertThatThrownBy(() -> EntryCodec.fromPlain(null)).hasMessageContaining("found nothing");
        assertThatThrownBy(() -> PaperCodec.fromPlain(Map.of())).hasMessageContaining("id: expected a string");
    }

    @Test
    void checksAPaperThatItReads() {
        Map<String, Object> plain = new LinkedHashMap<>(PaperCodec.toPlain(SamplePapers.pilot()));
        plain.put("route", new ArrayList<>());

        assertThatThrownBy(() -> PaperCodec.fromPlain(plain)).isInstanceOf(MalformedPaperException.class);
    }

    @Test
    void writesTheCanonicalForm() {
        Map<String, Object> value = new LinkedHashMap<>();
        value.put("z", List.of(1, 2L, true));
        value.put("a", "é\"\\\n\u0001€");

        assertThat(CanonicalJson.write(value)).isEqualTo("{\"a\":\"é\\\"\\\\\\n\\u0001€\",\"z\":[1,2,true]}");
        assertThatThrownBy(() -> CanonicalJson.write(1L << 53)).hasMessageContaining("2^53");
        assertThatThrownBy(() -> CanonicalJson.write(1.5)).hasMessageContaining("1.5");
    }
}
