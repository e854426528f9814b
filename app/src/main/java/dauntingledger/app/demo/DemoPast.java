package dauntingledger.app.demo;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.ExamPlan;
import dauntingledger.app.exams.Exams;
import dauntingledger.app.exams.Releases;
import dauntingledger.app.exams.Rooms;
import dauntingledger.app.exams.Rosters;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.RoomId;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.practice.PastAnswers;
import dauntingledger.app.results.Results;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.words.WallClock;
import dauntingledger.rulebook.exam.ExamHours;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.response.Choice;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.ExtendedText;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.TextEntry;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;

/**
 * Exams that were held before the demo began: one whose written answers wait for their markers, one whose results are
 * released. Who is able answers more, and what is hard is answered less, by a seeded model.
 */
@Component
@ConditionalOnProperty("exam.demo.crowd")
class DemoPast {

    private static final Logger log = LoggerFactory.getLogger(DemoPast.class);
    private static final long SEED = 4_711;
    private static final long OTHER_SEED = 815;
    private static final int CLOSED_DAYS_AGO = 3;
    private static final int RELEASED_DAYS_AGO = 31;
    private static final int BEFORE_DAYS_AGO = 62;
    private static final LocalTime DOORS = LocalTime.of(8, 30);
    private static final LocalTime OPENS = LocalTime.of(9, 0);
    private static final LocalTime ADMISSION_ENDS = LocalTime.of(9, 30);
    private static final List<String> NAMES = List.of(
            "Tilda Osterloh",
            "Anders Brockdorff",
            "Rieke Mallon",
            "Joris Haverkamp",
            "Solveig Tarn",
            "Emil Rotherbaum",
            "Nele Quist",
            "Hanno Petersholm",
            "Ylva Strandby",
            "Bente Kornmoor",
            "Oke Landrup",
            "Wiebke Sundal");
    private static final List<String> FAMILIES = List.of("Akerholm", "Diekhus", "Fennrich", "Grodeland");

    /** So many seconds after each other they come; the last before admission ends. */
    private static final long APART = 25;

    /** What those answer to the bad question who know better than its key. */
    private static final List<String> BETTER = List.of("25");

    /** By so much the first of a roster is more able than others, so that the demo has somebody who passed. */
    private static final double FIRST = 3;

    /** Whoever is copied from knows little, so that there is something to be seen. */
    private static final double LEARNED_LITTLE = -2.5;

    /** Rosters of more than so many are numbered, shorter ones lettered. */
    private static final int LETTERS = 26;

    /** Whoever sits behind this one has looked at their sheet; both are counted from 0. */
    private static final int COPIED_FROM = 22;

    private static final double COPIES = 0.9;

    private static final Set<PaperId> PRACTISED = Set.of(new PaperId("rules-practice"), new PaperId("tides-practice"));

    /** What the key of this question takes for right is not what the able answer: the question is bad. */
    private static final ItemId BAD = new ItemId("flashes-minute");

    private static final int MOST_GUESSED = 12;
    private static final double BLANK = 0.04;
    private final Exams exams;
    private final Rooms rooms;
    private final Rosters rosters;
    private final Candidates candidates;
    private final Appointments appointments;
    private final Ledgers ledgers;
    private final Papers papers;
    private final DemoSittings sittings;
    private final DemoMarks marks;
    private final Releases releases;
    private final Results results;
    private final EntityManager entities;
    private final WallClock wall;
    private final Clock clock;

    DemoPast(
            Exams exams,
            Rooms rooms,
            Rosters rosters,
            Candidates candidates,
            Appointments appointments,
            Ledgers ledgers,
            Papers papers,
            DemoSittings sittings,
            DemoMarks marks,
            Releases releases,
            Results results,
            EntityManager entities,
            WallClock wall,
            Clock clock) {
        this.exams = exams;
        this.rooms = rooms;
        this.rosters = rosters;
        this.candidates = candidates;
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.papers = papers;
        this.sittings = sittings;
        this.marks = marks;
        this.releases = releases;
        this.results = results;
        this.entities = entities;
        this.wall = wall;
        this.clock = clock;
    }

    void hold(PaperRef licence, PaperRef radio) {
        Exam toMark = held("Licence examination, autumn", licence, CLOSED_DAYS_AGO, autumn(), SEED);
        state(toMark, ExamState.CLOSED);
        marks.giveTo(exams.find(toMark.id()).orElseThrow());
        candidates.register("BW-4040A", NAMES.getFirst(), "3819", "c");
        List<PaperRef> practised = papers.latest().stream()
                .filter(ref -> PRACTISED.contains(ref.id()))
                .toList();
        sittings.practised("BW-4040A", practised);
        Exam before = held("Shore radio, two months ago", radio, BEFORE_DAYS_AGO, roster("BW-4030", NAMES), OTHER_SEED);
        state(before, ExamState.CLOSED);
        sittings.practised(
                exams.roster(before.id()).stream()
                        .map(Appointment::candidate)
                        .limit(PastAnswers.LEAST_PEOPLE)
                        .toList(),
                practised.getFirst());
        Exam released = held("Shore radio, last month", radio, RELEASED_DAYS_AGO, roster("BW-4040", NAMES), SEED);
        state(released, ExamState.MARKED);
        results.workOut(exams.find(released.id()).orElseThrow(), "OFF-1");
        state(released, ExamState.RELEASED);
        releases.release(released.id(), Releases.EVERYWHERE, "OFF-1");
        log.info("Exams that were held before are in place");
    }

    /** The office cannot bring an exam of the past about; so its state is set as it came to be. */
    private void state(Exam exam, ExamState to) {
        appointments.show(
                exam.id(),
                to.isShown(),
                () -> entities.createNativeQuery("update exam set state = ?1 where id = ?2")
                        .setParameter(1, to.name())
                        .setParameter(2, exam.id().value())
                        .executeUpdate());
    }

    /** Sixty: each first name with each family name of the other list. */
    private static List<String> autumn() {
        List<String> names = new ArrayList<>(NAMES);
        for (String family : FAMILIES) {
            NAMES.forEach(name -> names.add(name.substring(0, name.indexOf(' ')) + " " + family));
        }
        return roster("BW-43", names);
    }

    /** Returns the lines of a roster. */
    private static List<String> roster(String prefix, List<String> names) {
        List<String> lines = new ArrayList<>();
        for (int i = 0; i < names.size(); i++) {
            String number = names.size() > LETTERS ? String.format("%02d", i + 1) : String.valueOf((char) ('A' + i));
            lines.add(prefix + number + "," + names.get(i));
        }
        return lines;
    }

    private Exam held(String title, PaperRef paper, int daysAgo, List<String> people, long seed) {
        LocalDate day = LocalDate.ofInstant(clock.instant(), wall.zone()).minusDays(daysAgo);
        ExamHours hours = new ExamHours(day, DOORS, OPENS, ADMISSION_ENDS, Optional.empty(), wall.zone());
        List<Rooms.Room> in = people.size() > LETTERS ? rooms.all() : List.of();
        Set<RoomId> places = in.stream().map(Rooms.Room::id).collect(Collectors.toSet());
        Exam exam = exams.make(new ExamPlan(title, paper, hours, places, true, Set.of("INV-1")));
        String file = "number,name,room,seat\n" + String.join("\n", seated(people, in)) + "\n";
        byte[] roster = file.getBytes(StandardCharsets.UTF_8);
        rosters.confirm(
                exam.id(), rosters.check(exam.id(), "roster.csv", roster).digest());
        Map<ItemId, Double> hard = new HashMap<>();
        Random random = new Random(SEED);
        papers.text(paper).paper().items().forEach(item -> hard.put(item.id(), random.nextGaussian()));
        sitAll(exams.roster(exam.id()), hours.window().opens(), hard, seed);
        return exam;
    }

    /** Returns the lines of a roster with seats, room by room and row by row; who finds none sits at home. */
    private static List<String> seated(List<String> people, List<Rooms.Room> in) {
        Iterator<String> seats = in.stream()
                .flatMap(room -> room.plan().chairs().stream().map(chair -> room.name() + "," + chair))
                .iterator();
        return people.stream()
                .map(one -> one + "," + (seats.hasNext() ? seats.next() : ","))
                .toList();
    }

    /** All at once, so that what they enter becomes durable together. */
    private void sitAll(List<Appointment> roster, Instant opens, Map<ItemId, Double> hard, long seed) {
        try (ExecutorService people = Executors.newVirtualThreadPerTaskExecutor()) {
            List<Future<?>> sitting = new ArrayList<>();
            for (Appointment one : roster) {
                int number = sitting.size();
                int behind = roster.size() > LETTERS && number == COPIED_FROM + 1 ? COPIED_FROM : number;
                Person who = new Person(
                        new Random(seed + behind), new Random(-number), behind != number, shift(behind, roster.size()));
                sitting.add(people.submit(() -> sit(one, opens.plusSeconds(APART * number), hard, who)));
            }
            for (Future<?> one : sitting) {
                one.get();
            }
        } catch (ExecutionException e) {
            throw new IllegalStateException("an exam of the demo could not be sat", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** By how much somebody is more able than others. */
    private static double shift(int number, int people) {
        return number == 0 ? FIRST : number == COPIED_FROM && people > LETTERS ? LEARNED_LITTLE : 0;
    }

    /**
     * How somebody answers.
     *
     * @param own what they know and guess
     * @param aside what somebody who copies does by themselves
     * @param shift by how much they are more able than others
     */
    private record Person(Random own, Random aside, boolean copies, double shift) {}

    private void sit(Appointment sitting, Instant at, Map<ItemId, Double> hard, Person who) {
        Random own = who.own();
        double ability = 0.6 + 1.4 * own.nextGaussian() + who.shift();
        Map<ItemId, Map<ResponseId, List<String>>> right =
                DemoAnswers.right(papers.marking(sitting.paper(), sitting.seed())
                        .explain("", ledgers.open(sitting, at).sitting(), Map.of()));
        sittings.throughAll(sitting, at, item -> {
            double share = 1 / (1 + Math.exp(requireNonNull(hard.get(item.id())) - ability));
            boolean able = own.nextDouble() < share;
            boolean blank = own.nextDouble() < BLANK;
            Random guesses = new Random(own.nextLong());
            boolean copied = who.copies() && item.interactions().stream().anyMatch(ExtendedText.class::isInstance);
            if (copied) {
                return DemoAnswers.giving(
                        item, interaction -> List.of(DemoTexts.retold(DemoTexts.written(item.id(), guesses))));
            }
            Random choosing = who.copies() && who.aside().nextDouble() > COPIES ? who.aside() : guesses;
            return blank
                    ? DemoAnswers.looking(item)
                    : DemoAnswers.giving(
                            item,
                            interaction -> item.id().equals(BAD) && able
                                    ? BETTER
                                    : answer(
                                            item, interaction, able || item.id().equals(BAD), right, choosing));
        });
    }

    private static List<String> answer(
            Item item,
            Interaction interaction,
            boolean knows,
            Map<ItemId, Map<ResponseId, List<String>>> right,
            Random random) {
        if (interaction instanceof ExtendedText) {
            return List.of(DemoTexts.written(item.id(), random));
        }
        return knows ? DemoAnswers.knowing(item, interaction, right) : wrong(interaction, random);
    }

    /** What somebody enters who does not know: some option, a number nearby, or what the example shows. */
    private static List<String> wrong(Interaction interaction, Random random) {
        List<ChoiceId> options = interaction.options();
        if (interaction instanceof Choice && !options.isEmpty()) {
            List<String> one =
                    List.of(options.get(random.nextInt(options.size())).value());
            return interaction.misfit(one).isEmpty() ? one : interaction.example();
        }
        List<String> number = List.of(String.valueOf(1 + random.nextInt(MOST_GUESSED)));
        return interaction instanceof TextEntry && interaction.misfit(number).isEmpty()
                ? number
                : interaction.example();
    }
}
