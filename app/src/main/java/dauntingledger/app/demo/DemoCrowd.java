package dauntingledger.app.demo;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.Exams;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Batch;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.SeatTakenException;
import dauntingledger.app.ledger.TooManyEntriesException;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StationLine;
import dauntingledger.rulebook.paper.Watch;
import dauntingledger.rulebook.paper.WatchCamera;
import dauntingledger.rulebook.picture.PictureView;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Arrival;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import dauntingledger.rulebook.sitting.Help;
import dauntingledger.rulebook.sitting.Message;
import dauntingledger.rulebook.sitting.Position;
import dauntingledger.rulebook.sitting.Presence;
import dauntingledger.rulebook.sitting.Question;
import dauntingledger.rulebook.sitting.Sitting;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Simulated candidates, so that one person can practise being in charge of a room: they arrive, answer, call, lose their
 * connection and read messages, by the ways that the browsers of real ones go. Whoever signs in as one of them takes the
 * seat, and the simulation leaves it.
 */
@Component
@ConditionalOnProperty("exam.demo.crowd")
class DemoCrowd {

    private static final Logger log = LoggerFactory.getLogger(DemoCrowd.class);
    private static final int MOST_EXAMS = 20;

    /** One in so many turns, a turn being two seconds. */
    private static final int ANSWERS = 5;

    private static final int ARRIVES = 12;
    private static final int CALLS = 500;
    private static final int LOSES = 700;
    private static final int LEAVES = 200;
    private static final int REPORTS = 12;
    private static final int READS = 5;

    private final Exams exams;
    private final Ledgers ledgers;
    private final Clock clock;
    private final Random random = new Random(7);
    private @Nullable List<Person> people;

    DemoCrowd(Exams exams, Ledgers ledgers, Clock clock) {
        this.exams = exams;
        this.ledgers = ledgers;
        this.clock = clock;
    }

    /** The demo world must be there before anybody comes. */
    @Scheduled(initialDelayString = "${exam.demo.crowd-begins:8s}", fixedDelayString = "${exam.demo.crowd-turn:2s}")
    void turn() {
        Instant now = clock.instant();
        List<Person> here = people == null ? find(now) : people;
        people = here;
        for (Person person : here) {
            try {
                person.turn(now);
            } catch (SeatTakenException e) {
                person.left = true;
            } catch (TooManyEntriesException e) {
                log.debug("{} is too quick", person.appointment.candidate());
            }
        }
    }

    private List<Person> find(Instant now) {
        List<Person> found = new ArrayList<>();
        for (Exam exam : exams.page(0, MOST_EXAMS)) {
            if (exam.state(now) == ExamState.RUNNING) {
                exams.roster(exam.id()).forEach(sitting -> found.add(new Person(sitting)));
            }
        }
        return found;
    }

    /** Somebody who sits the exam. */
    private final class Person {
        private final Appointment appointment;
        private String seat = "";
        private boolean left;
        private @Nullable Instant unconnectedUntil;
        private final List<Entry> carried = new ArrayList<>();

        Person(Appointment appointment) {
            this.appointment = appointment;
        }

        void turn(Instant now) {
            if (left) {
                return;
            }
            Sitting sitting = ledgers.open(appointment, now).sitting();
            if (sitting.route().position() instanceof Position.Over) {
                left = true;
            } else if (sitting.route().isUntouched()) {
                come(sitting, now);
            } else if (isConnected(now)) {
                takeSeat(now);
                readMessages(sitting);
                work(sitting, now);
                send(now);
            } else if (once(ANSWERS)) {
                answer(sitting, now);
            }
        }

        private boolean once(int inSoMany) {
            return random.nextInt(inSoMany) == 0;
        }

        private void come(Sitting sitting, Instant now) {
            if (once(ARRIVES)) {
                ledgers.record(
                        appointment,
                        new Act.StageOpened(sitting.paper().route().getFirst().id()),
                        now);
            }
        }

        private boolean isConnected(Instant now) {
            if (unconnectedUntil != null && now.isBefore(unconnectedUntil)) {
                return false;
            }
            unconnectedUntil = once(LOSES) ? now.plusSeconds(30 + random.nextInt(90)) : null;
            return unconnectedUntil == null;
        }

        private void takeSeat(Instant now) {
            if (seat.isEmpty()) {
                seat = UUID.randomUUID().toString();
                ledgers.record(appointment, new Act.SeatTaken(seat), now);
            }
        }

        /** Also when there is nothing to send: it says that this computer is there. */
        private void send(Instant now) {
            boolean live = ledgers.append(appointment, new Batch(seat, carried, List.of(), now), now)
                    .live();
            carried.clear();
            left = !live;
        }

        private void make(Act act, Instant at) {
            carried.add(Entry.made(new EntryId(UUID.randomUUID().toString()), at, act));
        }

        private void readMessages(Sitting sitting) {
            for (Message message : sitting.messages()) {
                if (message.readAt().isEmpty() && once(READS)) {
                    make(new Act.MessageRead(message.id()), clock.instant());
                }
            }
        }

        private void work(Sitting sitting, Instant now) {
            if (sitting.isPaused()) {
                return;
            }
            if (sitting.presence() == Presence.ON_BREAK) {
                if (once(20)) {
                    make(new Act.BreakEnded(), now);
                }
                return;
            }
            if (sitting.isAway()) {
                ledgers.record(appointment, new Act.SignedInAgain(), now);
            }
            switch (sitting.route().position()) {
                case Position.Before before ->
                    make(
                            new Act.StageOpened(
                                    sitting.paper().route().get(before.stage()).id()),
                            now);
                case Position.At at -> atStage(sitting, sitting.paper().route().get(at.stage()), now);
                case Position.Over over -> {}
            }
        }

        private void atStage(Sitting sitting, Stage stage, Instant now) {
            switch (stage) {
                case Stage.Block block -> inBlock(sitting, block, now);
                case Stage.Break rest -> next(sitting, now);
                case Stage.HandIn handIn -> make(new Act.HandedIn(), now);
                case Stage.Notice notice ->
                    make(
                            new Act.NoticeAccepted(
                                    notice.id(), notice.textDigests().iterator().next(), statement(notice)),
                            now);
                case Stage.Identity identity -> confirm(sitting, identity, now);
                case Stage.Admission door -> atTheDoor(door, now);
                case Stage.StationCheck check -> station(sitting, check, now);
                case Stage.Portrait portrait ->
                    ledgers.record(appointment, new Act.PortraitTaken(portrait.id(), "0".repeat(64)), now);
                case Stage.LanguageChoice choice ->
                    make(new Act.LanguageChosen(sitting.paper().languages().first()), now);
                default -> make(new Act.StageLeft(stage.id()), now);
            }
        }

        private void atTheDoor(Stage.Admission door, Instant now) {
            if (door.ways().contains(Stage.Admission.Way.CODE) && once(READS)) {
                ledgers.record(appointment, new Act.CodeGiven(door.id(), true), now);
            }
        }

        private static String statement(Stage.Notice notice) {
            return notice.confirmation().statements().stream().findFirst().orElse("");
        }

        private void confirm(Sitting sitting, Stage.Identity identity, Instant now) {
            if (sitting.arrival().report().isEmpty()) {
                make(
                        once(REPORTS)
                                ? new Act.WrongReported(identity.id(), Arrival.Reason.NAME, "My name is spelt wrong.")
                                : new Act.IdentityConfirmed(identity.id()),
                        now);
            } else if (once(30)) {
                make(new Act.IdentityConfirmed(identity.id()), now);
            }
        }

        private void station(Sitting sitting, Stage.StationCheck check, Instant now) {
            if (sitting.arrival().stationAt().isEmpty()) {
                Map<StationLine, List<Long>> figures = new EnumMap<>(StationLine.class);
                figures.put(StationLine.WINDOW, List.of(1280L, 800L));
                figures.put(StationLine.STORAGE, List.of(1L));
                figures.put(StationLine.CLOCK, List.of(12L, 40L));
                figures.put(StationLine.SOUND, List.of(1L, 60L));
                figures.put(StationLine.CAMERA, List.of(once(REPORTS) ? 0L : 1L));
                figures.put(StationLine.CONNECTION, List.of(8_000L, 40L));
                figures.put(StationLine.FULL_SCREEN, List.of(1L));
                make(new Act.StationChecked(figures), now);
            } else {
                make(new Act.StageLeft(check.id()), now);
            }
        }

        private void next(Sitting sitting, Instant now) {
            if (once(60) && sitting.route().position() instanceof Position.At at) {
                make(
                        new Act.StageOpened(
                                sitting.paper().route().get(at.stage() + 1).id()),
                        now);
            }
        }

        private void inBlock(Sitting sitting, Stage.Block block, Instant now) {
            boolean calls =
                    sitting.help().filter(help -> help.answer().isEmpty()).isPresent();
            if (!calls && once(CALLS)) {
                make(new Act.HelpCalled(Help.Reason.TECHNICAL, "The exhibit does not open."), now);
            }
            sitting.paper().rules().watch().ifPresent(watch -> leaveTheWindow(sitting, watch, now));
            sitting.camera().ifPresent(camera -> beSeen(sitting, camera, now));
            if (once(ANSWERS) && !answer(sitting, now)) {
                make(new Act.ReviewOpened(), now);
                make(new Act.BlockClosed(block.id()), now);
            }
        }

        private void leaveTheWindow(Sitting sitting, Watch watch, Instant now) {
            int unread = sitting.absences().unread(watch);
            if (unread > 0 && once(READS)) {
                make(new Act.WarningRead(unread), now);
            } else if (once(LEAVES)) {
                make(new Act.WindowLeft(Act.Absence.UNFOCUSED, now.minusSeconds(1 + random.nextInt(9))), now);
            }
        }

        private void beSeen(Sitting sitting, WatchCamera camera, Instant now) {
            if (sitting.seen().isPresent() && once(READS)) {
                make(new Act.CameraSaw(PictureView.ONE_FACE, now), now);
            } else if (once(LEAVES)) {
                PictureView view = once(2) ? PictureView.NO_FACE : PictureView.SEVERAL_FACES;
                make(new Act.CameraSaw(view, now.minus(camera.patience().multipliedBy(2))), now);
            }
        }

        /** Answers the next question that has no answer; returns whether there was one. */
        private boolean answer(Sitting sitting, Instant now) {
            Optional<Stage.Block> open = sitting.route().openBlock();
            Optional<Item> blank = open.stream()
                    .flatMap(Stage.Block::items)
                    .filter(item -> isBlank(sitting.questions().get(item.id())))
                    .findFirst();
            if (blank.isEmpty()) {
                return open.isEmpty();
            }
            Item item = blank.get();
            DemoAnswers.looking(item).forEach(act -> make(act, now));
            DemoAnswers.answering(item).forEach(act -> make(act, now));
            return true;
        }

        private boolean isBlank(Question question) {
            boolean carries = carried.stream()
                    .anyMatch(entry -> entry.act() instanceof Act.Answered answered
                            && answered.item().equals(question.item().id()));
            return question.work().responses().isEmpty()
                    && !carries
                    && question.seal().canBeOpened();
        }
    }
}
