package dauntingledger.rulebook.testing;

import dauntingledger.rulebook.calculator.Angle;
import dauntingledger.rulebook.highlight.Brush;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.Clocks;
import dauntingledger.rulebook.paper.Entering;
import dauntingledger.rulebook.paper.Equipment;
import dauntingledger.rulebook.paper.Equipment.Scratch;
import dauntingledger.rulebook.paper.ExamRules;
import dauntingledger.rulebook.paper.Exhibit;
import dauntingledger.rulebook.paper.ExhibitId;
import dauntingledger.rulebook.paper.Finish;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Movement;
import dauntingledger.rulebook.paper.Movement.Direction;
import dauntingledger.rulebook.paper.OwnBreaks;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.StationLine;
import dauntingledger.rulebook.paper.Survey;
import dauntingledger.rulebook.paper.TimeBox;
import dauntingledger.rulebook.paper.Tool;
import dauntingledger.rulebook.paper.Watch;
import dauntingledger.rulebook.paper.WatchCamera;
import dauntingledger.rulebook.picture.PictureView;
import dauntingledger.rulebook.response.Choice;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.TextEntry;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Arrival;
import dauntingledger.rulebook.sitting.By;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import dauntingledger.rulebook.sitting.Help;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.Subset;
import dauntingledger.rulebook.sitting.Window;
import dauntingledger.rulebook.sketch.Shape;
import dauntingledger.rulebook.tools.Anchor;
import dauntingledger.rulebook.tools.CellEdit;
import dauntingledger.rulebook.tools.ExhibitView;
import dauntingledger.rulebook.tools.Note;
import dauntingledger.rulebook.tools.TextId;
import dauntingledger.rulebook.tools.ToolUse;
import dauntingledger.rulebook.worksheet.CellFormat;
import dauntingledger.rulebook.worksheet.CellRef;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;

/**
 * Random papers and random sittings of them from a seed. Acts lean towards what is permitted, so that sittings get
 * somewhere, but about one in five is whatever comes.
 */
public final class Scripts {

    private static final WatchCamera CAMERA =
            new WatchCamera(Duration.ofSeconds(20), Duration.ofMinutes(1), Duration.ofSeconds(20), Duration.ofDays(30));

    private final Random random;

    public Scripts(long seed) {
        random = new Random(seed);
    }

    /** A paper, its hours and entries made in it, in the order of their instants. */
    public record Script(Paper paper, Window window, List<Entry> entries) {}

    public Script script(int length) {
        Paper paper = paper();
        Window window = window();
        List<Entry> entries = new ArrayList<>();
        Instant at = Desk.NINE;
        Route route = new Route(paper);
        Sitting sitting = Sitting.of(paper, window);
        for (int i = 0; i < length; i++) {
            int arriving = route.stepsToTheFirstBlock();
            boolean pause = i > arriving && random.nextInt(12) == 0;
            at = at.plusMillis(random.nextInt(pause ? 900_000 : 20_000));
            Act act = i < arriving || oneIn(9) ? route.step() : oneIn(5) ? anyAct(paper) : permitted(sitting, at);
            Entry entry = Entry.made(new EntryId("e" + i), at, act);
            entries.add(entry);
            sitting = sitting.after(List.of(entry));
        }
        return new Script(paper, window, entries);
    }

    /** Returns an act that is permitted, or the last of a few that are not. */
    private Act permitted(Sitting sitting, Instant at) {
        Sitting then = sitting.asOf(at);
        Act act = anyAct(sitting.paper());
        for (int tries = 0; tries < 3 && !then.permits(act, at).isPermitted(); tries++) {
            act = anyAct(sitting.paper());
        }
        return act;
    }

    public Paper paper() {
        List<Stage> route = new ArrayList<>();
        List<TimeBox> boxes = new ArrayList<>();
        if (random.nextBoolean()) {
            route.add(SamplePapers.notice("notice", limit()));
        }
        if (random.nextInt(3) == 0) {
            route.addAll(arrival());
        }
        route.add(SamplePapers.instructions("instructions"));
        int blocks = 1 + random.nextInt(3);
        for (int b = 0; b < blocks; b++) {
            if (b > 0 && random.nextBoolean()) {
                Duration least = random.nextBoolean() ? Duration.ZERO : Duration.ofMinutes(1);
                route.add(new Stage.Break(
                        SamplePapers.stage("rest" + b), "Break " + b, minutes(1, 20), least, clocks(), oneIn(3)));
            }
            if (b > 0 && oneIn(4)) {
                route.add(new Stage.Instructions(
                        SamplePapers.stage("read" + b), "Read " + b, limit(), Duration.ZERO, clocks()));
            }
            route.add(SamplePapers.block("block" + b, movement(), items(b)));
            if (random.nextInt(4) > 0) {
                boxes.add(box("box" + b, "block" + b, "block" + b));
            }
        }
        boolean whole = random.nextBoolean();
        if (whole) {
            boxes.add(box("all", "block0", random.nextBoolean() ? "hand-in" : "block" + (blocks - 1)));
        }
        route.add(SamplePapers.handIn(whole ? finish() : Finish.AT_ANY_TIME));
        Paper paper =
                SamplePapers.paper(route, boxes).with(rules(route.getFirst().consentsToCamera()));
        return oneIn(2) ? paper.with(paper.rules().with(equipment(paper))) : paper;
    }

    private Equipment equipment(Paper paper) {
        Map<SectionId, Set<Tool>> tools = new HashMap<>();
        paper.sections()
                .filter(section -> !oneIn(4))
                .forEach(section -> tools.put(
                        section.id(),
                        Set.of(Tool.MARKS, Tool.NOTES, Tool.WORKSHEET, Tool.SKETCH, Tool.SCIENTIFIC_CALCULATOR)));
        Exhibit exhibit =
                new Exhibit(new ExhibitId("tables"), "Tide tables", Exhibit.Kind.PDF, new Exhibit.WholeExam());
        return new Equipment(tools, List.of(exhibit), oneIn(2) ? Scratch.KEPT : Scratch.CLEARED);
    }

    private Finish finish() {
        return switch (random.nextInt(5)) {
            case 0 -> new Finish.After(minutes(1, 30));
            case 1 -> new Finish.AfterShare(Rational.of(1 + random.nextInt(3), 4));
            case 2 -> new Finish.AtTheEnd();
            default -> Finish.AT_ANY_TIME;
        };
    }

    private ExamRules rules(boolean camera) {
        Optional<OwnBreaks> breaks = oneIn(3)
                ? Optional.of(new OwnBreaks(
                        random.nextInt(3),
                        Optional.of(minutes(3, 10)),
                        minutes(1, 3),
                        clocks(),
                        oneIn(3),
                        random.nextBoolean()))
                : Optional.empty();
        return new ExamRules(
                random.nextBoolean(),
                breaks,
                List.of(Duration.ofMinutes(2)),
                oneIn(3) ? List.of(new Survey(SamplePapers.stage("block0"), "How was it?")) : List.of(),
                oneIn(3)
                        ? Optional.of(new Watch(
                                true,
                                true,
                                Duration.ofSeconds(2),
                                random.nextInt(4),
                                Watch.Then.values()[random.nextInt(3)],
                                camera ? Optional.of(CAMERA) : Optional.empty()))
                        : Optional.empty(),
                Equipment.NONE,
                Optional.empty());
    }

    private Movement movement() {
        return oneIn(2)
                ? Movement.FREE
                : switch (random.nextInt(4)) {
                    case 0 -> new Movement(Direction.FORWARD, random.nextBoolean(), random.nextBoolean());
                    case 1 -> new Movement(Direction.FORWARD_WITH_SKIPS, false, random.nextBoolean());
                    default -> new Movement(Direction.FREE, random.nextBoolean(), random.nextBoolean());
                };
    }

    private Clocks clocks() {
        return random.nextBoolean() ? Clocks.RUN_ON : Clocks.STAND_STILL;
    }

    private boolean oneIn(int many) {
        return random.nextInt(many) == 0;
    }

    /** Some of the steps between the door and the first question. */
    private List<Stage> arrival() {
        List<Stage> steps = new ArrayList<>();
        if (random.nextBoolean()) {
            steps.add(new Stage.Identity(SamplePapers.stage("identity"), "Identity"));
        }
        if (random.nextBoolean()) {
            Stage.Admission.Way way = Stage.Admission.Way.values()[random.nextInt(3)];
            steps.add(SamplePapers.door(Stage.Admission.Late.BY_LEAVE, Stage.Admission.Way.SCHEDULE, way));
        }
        if (random.nextBoolean()) {
            steps.add(new Stage.StationCheck(
                    SamplePapers.stage("station"), "Station", List.of(StationLine.WINDOW, StationLine.STORAGE)));
        }
        if (random.nextBoolean()) {
            steps.add(new Stage.TryOut(SamplePapers.stage("try-out"), "Try-out"));
        }
        return steps;
    }

    private Window window() {
        Instant opens = Desk.NINE.plusSeconds(random.nextInt(120));
        Instant closes = opens.plus(minutes(1, 60));
        Window window = Window.of(Desk.NINE.minus(Duration.ofHours(1)), opens, closes);
        return oneIn(4) ? window.endingAt(closes.plus(minutes(0, 30))) : window;
    }

    private Item[] items(int block) {
        Item[] items = new Item[1 + random.nextInt(6)];
        for (int i = 0; i < items.length; i++) {
            String id = "b" + block + "q" + i;
            Item item = switch (random.nextInt(4)) {
                case 0 -> SamplePapers.single(id);
                case 1 -> SamplePapers.pair(id);
                case 2 -> SamplePapers.number(id);
                default -> SamplePapers.twoNumbers(id);
            };
            items[i] = oneIn(4) ? SamplePapers.entering(item, new Entering(true, random.nextInt(3))) : item;
        }
        return items;
    }

    private TimeBox box(String id, String first, String last) {
        Duration limit = minutes(1, 40);
        return new TimeBox(
                new BoxId(id),
                id,
                limit,
                new StageId(first),
                new StageId(last),
                limit.compareTo(Duration.ofMinutes(1)) > 0 ? List.of(Duration.ofMinutes(1)) : List.of());
    }

    private Optional<Duration> limit() {
        return random.nextBoolean() ? Optional.of(minutes(1, 10)) : Optional.empty();
    }

    private Duration minutes(int least, int most) {
        return Duration.ofMinutes(least + random.nextInt(most - least + 1));
    }

    private ToolUse anyUse(ItemId item) {
        int start = random.nextInt(30);
        Anchor anchor = new Anchor(new TextId("en/" + item), start, start + 1 + random.nextInt(12));
        Shape shape = new Shape(
                1 + random.nextInt(4), 0, Shape.Kind.ARROW, Shape.Ink.TEAL, 2, List.of(10, 20, start, 40), "");
        CellRef cell = new CellRef(random.nextInt(3), random.nextInt(3));
        return switch (random.nextInt(13)) {
            case 0 -> new ToolUse.SumDone("ans+" + start, Angle.DEGREES);
            case 1 -> new ToolUse.MemoryUsed(ToolUse.Memory.values()[random.nextInt(3)]);
            case 2 -> new ToolUse.TapeCleared();
            case 3, 4 -> new ToolUse.CellsWritten(Map.of(cell, new CellEdit("=A1+" + start, CellFormat.WHOLE)));
            case 5 -> new ToolUse.ColumnSized(random.nextInt(3), 40 + start);
            case 6 -> new ToolUse.SketchChanged(List.of(shape), Set.of(1 + random.nextInt(4)));
            case 7 -> new ToolUse.Undone(ToolUse.Undoable.values()[random.nextInt(2)]);
            case 8 -> new ToolUse.Redone(ToolUse.Undoable.values()[random.nextInt(2)]);
            case 9 -> new ToolUse.TextMarked(anchor, Brush.values()[random.nextInt(6)]);
            case 10 ->
                new ToolUse.NoteWritten(new Note(1 + random.nextInt(3), item, "look again", Optional.of(anchor)));
            case 11 -> new ToolUse.NoteRemoved(1 + random.nextInt(3));
            default -> new ToolUse.ExhibitTurned(new ExhibitId("tables"), new ExhibitView(1 + start, 150));
        };
    }

    private Act anyAct(Paper paper) {
        List<Item> items = paper.items().toList();
        Item item = items.get(random.nextInt(items.size()));
        ItemId id = item.id();
        Interaction interaction =
                item.interactions().get(random.nextInt(item.interactions().size()));
        return switch (random.nextInt(24)) {
            case 0 -> new Act.Erased(id);
            case 1, 2 -> new Act.Marked(id);
            case 3 -> new Act.Unmarked(id);
            case 4 -> new Act.ReviewOpened();
            case 5 -> new Act.WalkBegun(Subset.values()[random.nextInt(5)]);
            case 6 -> new Act.StruckOut(id, interaction.response(), anyChoice());
            case 7 -> new Act.BroughtBack(id, interaction.response(), anyChoice());
            case 8, 9, 10 -> new Act.QuestionOpened(id);
            case 12 -> new Act.EndSeen(id);
            case 13 -> new Act.AnswerEntered(id);
            case 11 -> seldom(paper);
            case 19, 20, 21, 22 -> new Act.ToolUsed(anyUse(id));
            case 23 -> help();
            default -> new Act.Answered(id, interaction.response(), anyValue(interaction));
        };
    }

    private Act help() {
        return switch (random.nextInt(3)) {
            case 0 -> new Act.HelpCalled(Help.Reason.SUPPLIES, "a pencil");
            case 1 -> new Act.HelpWithdrawn();
            default -> new Act.HelpAnswered("Invigilator", "I am coming");
        };
    }

    private Act seldom(Paper paper) {
        return switch (random.nextInt(21)) {
            case 18 -> new Act.WindowLeft(Act.Absence.HIDDEN, Desk.NINE);
            case 20 -> new Act.CameraSaw(PictureView.values()[random.nextInt(5)], Desk.NINE);
            case 19 -> new Act.WarningRead(1 + random.nextInt(2));
            case 14 -> new Act.BreakGiven(minutes(1, 5), By.of("Invigilator"));
            case 15 -> new Act.MessageSent("m" + random.nextInt(4), "Look up, please", By.of("Invigilator"));
            case 16 -> new Act.MessageRead("m" + random.nextInt(4));
            case 17 -> new Act.PlaceChanged("B" + random.nextInt(1, 9), By.of("Invigilator"));
            case 8, 9 -> new Act.BreakBegun();
            case 10 -> new Act.BreakEnded();
            case 11 -> new Act.SignedInAgain();
            case 12 -> new Act.WholeViewOpened();
            case 13 -> new Act.SurveyAnswered(SamplePapers.stage("block0"), 4, "well made");
            case 5 -> new Act.StationChecked(Map.of(StationLine.WINDOW, List.of(800L, 600L)));
            case 6 -> new Act.InstructionsReopened();
            case 7 -> new Act.WrongReported(SamplePapers.stage("identity"), Arrival.Reason.SEAT, "seat 9, not 8");
            case 0 -> new Act.Paused(By.NOBODY, "");
            case 1, 2 -> new Act.Resumed(By.NOBODY);
            case 3 -> new Act.SeatTaken("seat" + random.nextInt(3));
            default ->
                paper.boxes().isEmpty()
                        ? new Act.Resumed(By.NOBODY)
                        : new Act.TimeGranted(
                                paper.boxes()
                                        .get(random.nextInt(paper.boxes().size()))
                                        .id(),
                                minutes(1, 5),
                                By.NOBODY,
                                Optional.empty());
        };
    }

    private Value anyValue(Interaction interaction) {
        return switch (interaction) {
            case Choice choice when choice.isSingle() -> Value.choice(anyChoice());
            case Choice choice ->
                Value.choices(
                        random.nextBoolean() ? List.of(anyChoice()) : List.of(new ChoiceId("a"), new ChoiceId("c")));
            case TextEntry entry ->
                Value.typed(List.of("", "4.2", "3/4", "abc", "1e3", "0,5", "123456789")
                        .get(random.nextInt(7)));
            default -> throw new IllegalStateException("no script answers " + interaction);
        };
    }

    private ChoiceId anyChoice() {
        return new ChoiceId(List.of("a", "b", "c", "d", "z").get(random.nextInt(5)));
    }

    /** Goes along a route one step after the other, whether or not time has overtaken it. */
    private static final class Route {
        private final List<Act> steps = new ArrayList<>();
        private int next;
        private int toTheFirstBlock;

        Route(Paper paper) {
            List<Stage> route = paper.route();
            steps.add(new Act.StageOpened(route.getFirst().id()));
            for (Stage stage : route) {
                if (stage instanceof Stage.Block && toTheFirstBlock == 0) {
                    toTheFirstBlock = steps.size() + 1;
                }
                steps.addAll(stepsThrough(stage));
            }
            steps.add(new Act.HandedIn());
        }

        private static List<Act> stepsThrough(Stage stage) {
            return switch (stage) {
                case Stage.Notice notice -> List.of(new Act.NoticeAccepted(notice.id(), SamplePapers.DIGEST, ""));
                case Stage.Identity identity -> List.of(new Act.IdentityConfirmed(identity.id()));
                case Stage.Admission door ->
                    List.of(
                            new Act.CodeGiven(door.id(), false),
                            new Act.CodeGiven(door.id(), true),
                            new Act.LeaveGiven(door.id(), "Invigilator"));
                case Stage.StationCheck check ->
                    List.of(
                            new Act.StationChecked(
                                    Map.of(StationLine.WINDOW, List.of(1280L, 800L), StationLine.STORAGE, List.of(1L))),
                            new Act.StageLeft(check.id()));
                case Stage.Instructions read -> List.of(new Act.StageLeft(read.id()));
                case Stage.Break rest -> List.of(new Act.SignedInAgain());
                case Stage.TryOut tryOut -> List.of(new Act.StageLeft(tryOut.id()));
                case Stage.Block block ->
                    List.of(new Act.StageOpened(block.id()), new Act.ReviewOpened(), new Act.BlockClosed(block.id()));
                default -> List.of();
            };
        }

        int stepsToTheFirstBlock() {
            return toTheFirstBlock;
        }

        Act step() {
            return steps.get(Math.min(next++, steps.size() - 1));
        }
    }
}
