package dauntingledger.rulebook.sitting;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.calculator.Angle;
import dauntingledger.rulebook.highlight.Brush;
import dauntingledger.rulebook.highlight.Look;
import dauntingledger.rulebook.paper.Equipment;
import dauntingledger.rulebook.paper.Exhibit;
import dauntingledger.rulebook.paper.ExhibitId;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.MalformedPaperException;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.Tool;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.plain.EntryCodec;
import dauntingledger.rulebook.sketch.Shape;
import dauntingledger.rulebook.testing.Desk;
import dauntingledger.rulebook.testing.SamplePapers;
import dauntingledger.rulebook.tools.Anchor;
import dauntingledger.rulebook.tools.CellEdit;
import dauntingledger.rulebook.tools.ExhibitView;
import dauntingledger.rulebook.tools.Note;
import dauntingledger.rulebook.tools.Panel;
import dauntingledger.rulebook.tools.PanelPlace;
import dauntingledger.rulebook.tools.TextId;
import dauntingledger.rulebook.tools.ToolUse;
import dauntingledger.rulebook.worksheet.Area;
import dauntingledger.rulebook.worksheet.CellFormat;
import dauntingledger.rulebook.worksheet.CellRef;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;

/** Tools in a paper of two blocks: all of them in the first, a basic calculator in the second. */
class ToolRulesTest {

    private static final CellRef A1 = CellRef.of("A1");

    private final Paper plain = SamplePapers.pilot();
    private final List<Stage.Block> blocks = plain.blocks().toList();
    private final Section first = blocks.getFirst().sections().getFirst();
    private final Section second = blocks.get(1).sections().getFirst();
    private final Exhibit tables = exhibit("tables", new Exhibit.OfSection(first.id()));
    private final Exhibit chart = exhibit("chart", new Exhibit.OfSection(second.id()));
    private Sitting sitting = sittingOf(Equipment.Scratch.KEPT);
    private int entries;

    private static Exhibit exhibit(String id, Exhibit.Scope scope) {
        return new Exhibit(new ExhibitId(id), id, Exhibit.Kind.PDF, scope);
    }

    private Sitting sittingOf(Equipment.Scratch scratch) {
        Map<SectionId, Set<Tool>> tools = Map.of(
                first.id(),
                Set.of(Tool.MARKS, Tool.NOTES, Tool.SCIENTIFIC_CALCULATOR, Tool.WORKSHEET, Tool.SKETCH),
                second.id(),
                Set.of(Tool.BASIC_CALCULATOR));
        Sitting fresh =
                Sitting.of(plain.with(plain.rules().with(new Equipment(tools, List.of(tables, chart), scratch))));
        sitting = fresh;
        plain.route().stream()
                .takeWhile(stage -> !(stage instanceof Stage.Block))
                .forEach(stage -> {
                    if (sitting.route().position() instanceof Position.Before) {
                        does(new Act.StageOpened(stage.id()));
                    }
                    does(
                            stage instanceof Stage.Notice
                                    ? new Act.NoticeAccepted(stage.id(), SamplePapers.DIGEST, "")
                                    : new Act.StageLeft(stage.id()));
                });
        does(new Act.StageOpened(blocks.getFirst().id()));
        does(new Act.QuestionOpened(question(first)));
        return sitting;
    }

    private static ItemId question(Section section) {
        return section.items().map(Item::id).findFirst().orElseThrow();
    }

    private Verdict does(Act act) {
        Instant at =
                sitting.now().isBefore(Desk.NINE) ? Desk.NINE : sitting.now().plusSeconds(1);
        Sitting.Step step = sitting.step(Entry.made(new EntryId("e" + entries++), at, act));
        sitting = step.sitting();
        return step.verdict();
    }

    private Verdict uses(ToolUse use) {
        return does(new Act.ToolUsed(use));
    }

    private static ToolUse types(String text) {
        return new ToolUse.CellsWritten(Map.of(A1, new CellEdit(text, CellFormat.GENERAL)));
    }

    private static ToolUse draws(int number) {
        return new ToolUse.SketchChanged(
                List.of(new Shape(number, 0, Shape.Kind.LINE, Shape.Ink.BLACK, 2, List.of(0, 0, 100, 100), "")),
                Set.of());
    }

    private void goesToTheSecondBlock() {
        does(new Act.ReviewOpened());
        does(new Act.BlockClosed(blocks.getFirst().id()));
        does(new Act.StageOpened(blocks.get(1).id()));
        does(new Act.QuestionOpened(question(second)));
        assertThat(sitting.questions().inView()).contains(question(second));
    }

    @Nested
    class Offered {

        @Test
        void areTheToolsOfTheSectionInView() {
            assertThat(sitting.tools().offered()).contains(Tool.WORKSHEET, Tool.MARKS);
            does(new Act.ReviewOpened());
            assertThat(sitting.tools().offered()).isEmpty();
            assertThat(uses(types("1"))).isEqualTo(Verdict.TOOL_NOT_OFFERED);

            goesToTheSecondBlock();
            assertThat(sitting.tools().offered()).containsExactly(Tool.BASIC_CALCULATOR);
            assertThat(uses(new ToolUse.SumDone("1+1", Angle.DEGREES))).isEqualTo(Verdict.PERMITTED);
            assertThat(uses(types("1"))).isEqualTo(Verdict.TOOL_NOT_OFFERED);
            assertThat(uses(draws(1))).isEqualTo(Verdict.TOOL_NOT_OFFERED);
            assertThat(uses(new ToolUse.NoteRemoved(1))).isEqualTo(Verdict.TOOL_NOT_OFFERED);
        }

        @Test
        void areNoToolsDuringAPauseOrAfterTheEnd() {
            does(new Act.Paused(By.NOBODY, ""));
            assertThat(uses(types("1"))).isEqualTo(Verdict.PAUSED);
            does(new Act.Resumed(By.NOBODY));
            assertThat(uses(types("1"))).isEqualTo(Verdict.PERMITTED);
        }

        @Test
        void areTheExhibitsOfTheOpenBlock() {
            assertThat(uses(new ToolUse.ExhibitTurned(tables.id(), new ExhibitView(3, 150))))
                    .isEqualTo(Verdict.PERMITTED);
            assertThat(uses(new ToolUse.ExhibitTurned(chart.id(), new ExhibitView(1, 0))))
                    .isEqualTo(Verdict.UNKNOWN_EXHIBIT);
            assertThat(sitting.tools().contents().exhibits()).containsEntry(tables.id(), new ExhibitView(3, 150));
            assertThat(sitting.tools().exhibitsInView()).containsExactly(tables);
            does(new Act.ReviewOpened());
            assertThat(sitting.tools().exhibitsInView()).isEmpty();
        }
    }

    @Nested
    class Kept {

        @Test
        void isAllThatWasDoneAcrossQuestionsAndBlocks() {
            uses(types("=1+1"));
            uses(draws(1));
            uses(new ToolUse.SumDone("6*7", Angle.DEGREES));
            uses(new ToolUse.PanelPlaced(
                    Panel.WORKSHEET, new PanelPlace(PanelPlace.State.OPEN, true, 600, 90, 400, 300, "")));
            goesToTheSecondBlock();

            assertThat(sitting.tools().contents().cells()).containsKey(A1);
            assertThat(sitting.tools().contents().shapes()).hasSize(1);
            assertThat(sitting.tools().contents().tape()).hasSize(1);
            assertThat(sitting.tools().contents().panels()).containsKey(Panel.WORKSHEET);
        }

        @Test
        void isNothingOfTheScratchWhereThePaperClearsIt() {
            sittingOf(Equipment.Scratch.CLEARED);
            uses(types("=1+1"));
            uses(draws(1));
            uses(new ToolUse.SumDone("6*7", Angle.DEGREES));
            uses(new ToolUse.NoteWritten(new Note(1, question(first), "twelfths", Optional.empty())));
            goesToTheSecondBlock();

            assertThat(sitting.tools().contents().cells()).isEmpty();
            assertThat(sitting.tools().contents().shapes()).isEmpty();
            assertThat(sitting.tools().contents().tape()).isEmpty();
            assertThat(sitting.tools().contents().notes()).hasSize(1);
        }
    }

    @Nested
    class Strokes {

        @Test
        void areTakenBackAndBroughtBack() {
            uses(types("1"));
            uses(types("2"));
            uses(new ToolUse.Undone(ToolUse.Undoable.WORKSHEET));
            assertThat(sitting.tools().contents().cells()).containsEntry(A1, new CellEdit("1", CellFormat.GENERAL));

            uses(new ToolUse.Redone(ToolUse.Undoable.WORKSHEET));
            assertThat(sitting.tools().contents().cells()).containsEntry(A1, new CellEdit("2", CellFormat.GENERAL));
            assertThat(uses(new ToolUse.Redone(ToolUse.Undoable.WORKSHEET))).isEqualTo(Verdict.NOTHING_TO_CHANGE);
        }

        @Test
        void ofOneToolLeaveTheOtherAlone() {
            uses(types("1"));
            uses(draws(1));
            uses(new ToolUse.Undone(ToolUse.Undoable.SKETCH));

            assertThat(sitting.tools().contents().shapes()).isEmpty();
            assertThat(sitting.tools().contents().cells()).hasSize(1);
            assertThat(uses(new ToolUse.Undone(ToolUse.Undoable.SKETCH))).isEqualTo(Verdict.NOTHING_TO_CHANGE);
        }

        @Test
        void aNewOneEndsWhatCouldBeBroughtBack() {
            uses(types("1"));
            uses(new ToolUse.Undone(ToolUse.Undoable.WORKSHEET));
            uses(types("3"));

            assertThat(sitting.tools().contents().canRedo(ToolUse.Undoable.WORKSHEET))
                    .isFalse();
        }

        @Test
        void clearingACellIsOneToo() {
            uses(types("1"));
            uses(types(""));
            assertThat(sitting.tools().contents().cells()).isEmpty();

            uses(new ToolUse.Undone(ToolUse.Undoable.WORKSHEET));
            assertThat(sitting.tools().contents().cells()).hasSize(1);
        }
    }

    @Nested
    class Bounds {

        @Test
        void manyCellsAreWrittenInAsManyStrokesAsFitIntoLinesOfTheLedger() {
            Map<CellRef, CellEdit> cells = new HashMap<>();
            new Area(CellRef.of("A1"), CellRef.of("J200"))
                    .cells()
                    .forEach(cell -> cells.put(cell, new CellEdit("x".repeat(50), CellFormat.GENERAL)));

            List<ToolUse.CellsWritten> strokes = ToolUse.CellsWritten.strokes(cells);

            assertThat(strokes).hasSize(9);
            assertThat(strokes.stream().flatMap(stroke -> stroke.cells().keySet().stream()))
                    .containsExactlyInAnyOrderElementsOf(cells.keySet());
            assertThat(strokes)
                    .allSatisfy(stroke -> assertThat(CanonicalJson.write(EntryCodec.toPlain(
                                    Entry.made(new EntryId("e"), Desk.NINE, new Act.ToolUsed(stroke)))))
                            .hasSizeLessThan(65_000));
        }

        @Test
        void whatDoesNotFitIntoALineIsRefused() {
            Map<CellRef, CellEdit> cells = new HashMap<>();
            new Area(CellRef.of("A1"), CellRef.of("C200")).cells().forEach(cell -> cells.put(cell, CellEdit.EMPTY));

            assertThatThrownBy(() -> new ToolUse.CellsWritten(cells)).hasMessageContaining("1 to 500 cells");
            assertThatThrownBy(() -> new CellEdit("two\nlines", CellFormat.GENERAL))
                    .hasMessageContaining("one line");
            assertThatThrownBy(() -> new ToolUse.SketchChanged(List.of(), Set.of()))
                    .hasMessageContaining("1 to 20");
        }
    }

    @Nested
    class OnTheText {

        private final TextId text = new TextId("en/q1/0");

        @Test
        void marksCombine() {
            uses(new ToolUse.TextMarked(new Anchor(text, 4, 12), Brush.INK_2));
            uses(new ToolUse.TextMarked(new Anchor(text, 8, 20), Brush.UNDERLINE));

            assertThat(sitting.tools().contents().marks(text).at(9)).isEqualTo(new Look(2, true, false));
        }

        @Test
        void aNoteIsWrittenAnewRemovedAndBroughtBack() {
            Note note = new Note(1, question(first), "twelfths?", Optional.of(new Anchor(text, 4, 12)));
            uses(new ToolUse.NoteWritten(note));
            uses(new ToolUse.NoteWritten(new Note(1, question(first), "twelfths!", note.anchor())));
            assertThat(sitting.tools().contents().notes())
                    .extracting(Note::words)
                    .containsExactly("twelfths!");

            uses(new ToolUse.NoteRemoved(1));
            assertThat(uses(new ToolUse.NoteRemoved(1))).isEqualTo(Verdict.NOTHING_TO_CHANGE);
            uses(new ToolUse.NoteWritten(note));
            assertThat(sitting.tools().contents().notes()).containsExactly(note);
        }

        @Test
        void aNoteBelongsToAQuestionOfTheOpenBlock() {
            assertThat(uses(new ToolUse.NoteWritten(new Note(1, question(second), "later", Optional.empty()))))
                    .isEqualTo(Verdict.UNKNOWN_QUESTION);
        }

        @Test
        void charactersOutsideAnyTextAreRefused() {
            assertThatThrownBy(() -> new Anchor(text, 5, 5)).hasMessageContaining("at least one");
            assertThatThrownBy(() -> new TextId("two words")).hasMessageContaining("without spaces");
            assertThatThrownBy(() -> new Note(1, question(first), "  ", Optional.empty()))
                    .hasMessageContaining("1 to 2000 characters");
        }
    }

    @Nested
    class CallingForHelp {

        @Test
        void isSeenAndAnsweredWhileTheClockGoesOn() {
            assertThat(does(new Act.HelpCalled(Help.Reason.SUPPLIES, "a pencil")))
                    .isEqualTo(Verdict.PERMITTED);
            assertThat(does(new Act.HelpCalled(Help.Reason.OTHER, ""))).isEqualTo(Verdict.ALREADY_SO);
            assertThat(sitting.clocks().all())
                    .allSatisfy(clock -> assertThat(clock.deadline()).isPresent());

            assertThat(does(new Act.HelpAnswered("Oskar Thrane", "On my way."))).isEqualTo(Verdict.PERMITTED);
            assertThat(sitting.help().flatMap(Help::answer).map(Help.Answer::words))
                    .contains("On my way.");
            assertThat(does(new Act.HelpAnswered("Oskar Thrane", ""))).isEqualTo(Verdict.ALREADY_SO);
            assertThat(does(new Act.HelpCalled(Help.Reason.UNWELL, ""))).isEqualTo(Verdict.PERMITTED);
        }

        @Test
        void canBeTakenBackUntilItIsAnswered() {
            does(new Act.HelpCalled(Help.Reason.TECHNICAL, ""));
            assertThat(does(new Act.HelpWithdrawn())).isEqualTo(Verdict.PERMITTED);
            assertThat(sitting.help()).isEmpty();
            assertThat(does(new Act.HelpWithdrawn())).isEqualTo(Verdict.ALREADY_SO);
        }

        @Test
        void isPossibleInAPauseToo() {
            does(new Act.Paused(By.NOBODY, ""));

            assertThat(does(new Act.HelpCalled(Help.Reason.UNWELL, ""))).isEqualTo(Verdict.PERMITTED);
        }
    }

    @Test
    void equipmentOfSectionsThatAreNotThereIsRefusedWithAllFindings() {
        Equipment wrong = new Equipment(
                Map.of(
                        new SectionId("nowhere"),
                        Set.of(Tool.NOTES),
                        first.id(),
                        Set.of(Tool.BASIC_CALCULATOR, Tool.SCIENTIFIC_CALCULATOR)),
                List.of(tables, tables, exhibit("lost", new Exhibit.OfItem(new ItemId("nothing")))),
                Equipment.Scratch.KEPT);

        assertThatThrownBy(() -> plain.with(plain.rules().with(wrong)))
                .isInstanceOf(MalformedPaperException.class)
                .hasMessageContaining("no such section")
                .hasMessageContaining("basic or scientific, not both")
                .hasMessageContaining("two exhibits have this identifier")
                .hasMessageContaining("belongs to no question");
    }

    @Test
    void exhibitsOfBlocksAheadAreNotKnown() {
        Paper known = sitting.paper()
                .knownUpTo(sitting.paper().indexOf(blocks.getFirst().id()));

        assertThat(known.rules().equipment().exhibits()).containsExactly(tables);
        assertThat(known.rules().equipment().tools()).containsOnlyKeys(first.id());
    }
}
