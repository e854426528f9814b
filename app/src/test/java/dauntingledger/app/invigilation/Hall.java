package dauntingledger.app.invigilation;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.ExamPlan;
import dauntingledger.app.exams.OfficeWork;
import dauntingledger.app.exams.Rooms;
import dauntingledger.app.ledger.Appended;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Batch;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.staff.Role;
import dauntingledger.app.staff.Staff;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.OnPaper;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.scoring.Score;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Autowired;

/** A room in which an exam is held now, with its invigilator and simulated seats. */
public abstract class Hall extends OfficeWork {

    /** What two people mark. */
    protected static final ItemId REPORT = new ItemId("report");

    protected static final String PASSWORD = "a lamp beside the slipway";

    @Autowired
    protected Staff staff;

    private Rooms.@Nullable Room room;
    private @Nullable Exam exam;
    /** What everybody types in the last section besides the report. */
    protected Map<ItemId, String> shortAnswers = Map.of();

    /** Whether the first of the roster answers all that has a right answer. */
    protected boolean firstKnowsAll;

    /** What everybody answers in their booklet. */
    protected Set<ItemId> onPaper = Set.of();

    protected List<Appointment> roster = List.of();
    protected String invigilator = "";
    private final Map<Appointment, String> seats = new HashMap<>();

    /** Takes on the invigilator of a room, or of those at home. */
    protected void takesOnForRoom(long room) {
        invigilator = "INV-" + nextNumber();
        staff.takeOn(
                new Staff.Profile(
                        invigilator,
                        "Jonna Hartwell",
                        "",
                        Role.INVIGILATOR,
                        Set.of(room),
                        Set.of(),
                        Staff.NO_CENTRE,
                        false),
                PASSWORD);
    }

    /** Opens a room of four rows, in which {@code people} sit by their numbers. */
    protected void opens(int people) {
        Rooms.Room made = newRoom(4, Math.max(3, (people + 3) / 4 + 1));
        room = made;
        takesOnForRoom(made.id().value());
        Exam held = exams.make(new ExamPlan(
                "Exam " + nextNumber(),
                paper("pilot-licence"),
                in(Duration.ofMinutes(-2)),
                Set.of(made.id()),
                false,
                Set.of(invigilator)));
        exam = held;
        imports(held, people);
        chairs.give(held.id(), 7, true);
        exams.bring(held.id(), ExamState.ANNOUNCED);
        roster = exams.roster(held.id());
    }

    protected Rooms.Room room() {
        return requireNonNull(room, "room");
    }

    protected Exam exam() {
        return requireNonNull(exam, "exam");
    }

    protected String address() {
        return "/invigilation/boards/" + exam().id() + "/" + room().id().value();
    }

    /** Takes the seat of a sitting, as the window of its candidate does. */
    protected void takesSeat(Appointment sitting) {
        String seat = UUID.randomUUID().toString();
        seats.put(sitting, seat);
        does(sitting, new Act.SeatTaken(seat));
    }

    /** Sends what the candidate's window has made just now; without acts, the sign that it is there. */
    protected Appended sends(Appointment sitting, Act... acts) {
        return sends(sitting, clock.instant(), acts);
    }

    /** Sends what the candidate's window has made at an instant. */
    protected Appended sends(Appointment sitting, Instant at, Act... acts) {
        List<Entry> entries = new ArrayList<>();
        for (Act act : acts) {
            entries.add(Entry.made(new EntryId(UUID.randomUUID().toString()), at, act));
        }
        Instant now = clock.instant();
        return ledgers.append(sitting, new Batch(seats.getOrDefault(sitting, ""), entries, List.of(), now), now);
    }

    /** Brings somebody to the first section, with a seat that is heard. */
    protected Appointment atWork(int number) {
        Appointment sitting = roster.get(number);
        opensRules(sitting);
        takesSeat(sitting);
        sends(sitting);
        return sitting;
    }

    /** Lets everybody of the roster write {@code texts} and hand in, and closes the exam. */
    protected void writeAndClose(String... texts) {
        opens(texts.length);
        for (int i = 0; i < texts.length; i++) {
            write(roster.get(i), texts[i], i == 0 && firstKnowsAll);
        }
        clock.advance(Duration.ofHours(4));
        exams.bring(exam().id(), ExamState.CLOSED);
    }

    private void write(Appointment sitting, String text, boolean able) {
        opensRules(sitting);
        close(sitting, "rules", able);
        does(sitting, new Act.StageOpened(new StageId("tides")));
        close(sitting, "tides", able);
        clock.advance(Duration.ofMinutes(3));
        does(sitting, new Act.SignedInAgain());
        does(sitting, new Act.StageOpened(new StageId("passage")));
        close(sitting, "passage", able);
        does(sitting, new Act.StageOpened(new StageId("craft")));
        if (!text.isEmpty()) {
            type(sitting, REPORT, text);
        }
        onPaper.forEach(item -> {
            does(sitting, new Act.QuestionOpened(item));
            does(
                    sitting,
                    new Act.Answered(
                            item,
                            new ResponseId("RESPONSE"),
                            new OnPaper(new ResponseId("RESPONSE")).blank().with(List.of("true"))));
        });
        shortAnswers.forEach((item, answer) -> type(sitting, item, answer));
        close(sitting, "craft", able);
        does(sitting, new Act.HandedIn());
    }

    /** Closes a section; who is able has answered all in it that has a right answer. */
    private void close(Appointment sitting, String block, boolean able) {
        if (able) {
            Set<ItemId> asked = papers.text(sitting.paper())
                    .paper()
                    .blocks()
                    .filter(one -> one.id().value().equals(block))
                    .flatMap(Stage.Block::items)
                    .map(Item::id)
                    .collect(Collectors.toSet());
            papers.marking(sitting.paper(), sitting.seed()).explain("en", sitting(sitting), Map.of()).stream()
                    .filter(one -> asked.contains(one.question().item().id()))
                    .forEach(one -> answerRightly(sitting, one));
        }
        does(sitting, new Act.BlockClosed(new StageId(block)));
    }

    private void answerRightly(Appointment sitting, Papers.Explained explained) {
        Item item = explained.question().item();
        does(sitting, new Act.QuestionOpened(item.id()));
        does(sitting, new Act.EndSeen(item.id()));
        for (Score.Reason reason : explained.explanation().reasons()) {
            Interaction asked = item.interaction(reason.response()).orElseThrow();
            List<String> right = reason.expected().elements();
            if (asked.isAsked() && !right.isEmpty() && asked.misfit(right).isEmpty()) {
                does(
                        sitting,
                        new Act.Answered(
                                item.id(), reason.response(), asked.blank().with(right)));
            }
        }
    }

    private void type(Appointment sitting, ItemId item, String text) {
        does(sitting, new Act.QuestionOpened(item));
        does(sitting, new Act.Answered(item, new ResponseId("RESPONSE"), Value.typed(text)));
    }

    protected String marker(Role role) {
        String number = "MRK-" + nextNumber();
        staff.takeOn(
                new Staff.Profile(
                        number, "Somebody", "", role, Set.of(), Set.of("pilot-licence"), Staff.NO_CENTRE, false),
                PASSWORD);
        return number;
    }
}
