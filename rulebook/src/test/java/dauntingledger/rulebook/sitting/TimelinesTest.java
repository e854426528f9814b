package dauntingledger.rulebook.sitting;

import static dauntingledger.rulebook.testing.SamplePapers.block;
import static dauntingledger.rulebook.testing.SamplePapers.box;
import static dauntingledger.rulebook.testing.SamplePapers.entering;
import static dauntingledger.rulebook.testing.SamplePapers.handIn;
import static dauntingledger.rulebook.testing.SamplePapers.number;
import static dauntingledger.rulebook.testing.SamplePapers.pair;
import static dauntingledger.rulebook.testing.SamplePapers.paper;
import static dauntingledger.rulebook.testing.SamplePapers.single;
import static dauntingledger.rulebook.testing.SamplePapers.stage;
import static dauntingledger.rulebook.testing.SamplePapers.twoNumbers;
import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Named.named;

import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Clocks;
import dauntingledger.rulebook.paper.Confirmation;
import dauntingledger.rulebook.paper.Entering;
import dauntingledger.rulebook.paper.Equipment;
import dauntingledger.rulebook.paper.ExamRules;
import dauntingledger.rulebook.paper.Finish;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.Movement;
import dauntingledger.rulebook.paper.Movement.Direction;
import dauntingledger.rulebook.paper.OwnBreaks;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.PracticeMode;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.TimeBox;
import dauntingledger.rulebook.paper.Watch;
import dauntingledger.rulebook.paper.WatchCamera;
import dauntingledger.rulebook.testing.Desk;
import dauntingledger.rulebook.testing.SamplePapers;
import dauntingledger.rulebook.testing.Timelines;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** The worked timelines of {@code timelines.txt}, and the papers they are of. */
class TimelinesTest {

    private static final Item[] ONE = {single("q1"), pair("q2"), number("q3")};
    private static final Window NINE = Window.of(Desk.NINE, Desk.NINE, Desk.NINE.plus(Duration.ofMinutes(10)));
    private static final Rational FIVE_QUARTERS = Rational.of(5, 4);

    private static final Map<String, Paper> PAPERS = Map.ofEntries(
            Map.entry("pilot", route(List.of(one(), rest(0, false), two(), handIn()), box20(), box30())),
            Map.entry(
                    "nested", route(List.of(one(), two(), handIn()), box("whole", 40, "one", "two"), box20(), box30())),
            Map.entry("shared", shared()),
            Map.entry(
                    "shared-longer",
                    new Accommodations(FIVE_QUARTERS, Map.of(), Duration.ZERO, Map.of(), false, List.of())
                            .applyTo(shared())),
            Map.entry("running-break", withBreak(Clocks.RUN_ON)),
            Map.entry("standing-break", withBreak(Clocks.STAND_STILL)),
            Map.entry("mandatory", route(List.of(one(), rest(2, false), two(), handIn()), box20(), box30())),
            Map.entry("sign-in", route(List.of(one(), rest(0, true), two(), handIn()), box20(), box30())),
            Map.entry(
                    "own", own(new OwnBreaks(0, minutes(8), Duration.ofMinutes(5), Clocks.STAND_STILL, false, false))),
            Map.entry(
                    "own-one",
                    own(new OwnBreaks(1, Optional.empty(), Duration.ofMinutes(5), Clocks.RUN_ON, false, true))),
            Map.entry(
                    "own-sign-in",
                    own(new OwnBreaks(1, Optional.empty(), Duration.ofMinutes(5), Clocks.RUN_ON, true, false))),
            Map.entry("forward", moving(new Movement(Direction.FORWARD, false, false))),
            Map.entry("skips", moving(new Movement(Direction.FORWARD_WITH_SKIPS, false, false))),
            Map.entry("answering-sealed", sealing(new Movement(Direction.FREE, true, false), pair("q2"), number("q3"))),
            Map.entry("answering-tries", sealing(new Movement(Direction.FREE, true, false), single("q2"))),
            Map.entry("seeing-sealed", sealing(new Movement(Direction.FREE, false, true), pair("q2"))),
            Map.entry("answering", moving(new Movement(Direction.FREE, true, false))),
            Map.entry("seeing", moving(new Movement(Direction.FREE, false, true))),
            Map.entry("deliberate", route(List.of(enteringOne(true), handIn()), box20())),
            Map.entry("tries", route(List.of(enteringOne(false), handIn()), box20())),
            Map.entry(
                    "room",
                    route(List.of(one(), handIn()), box20())
                            .with(new ExamRules(
                                    false,
                                    Optional.empty(),
                                    List.of(Duration.ofMinutes(2)),
                                    List.of(),
                                    Optional.empty(),
                                    Equipment.NONE,
                                    Optional.empty()))),
            Map.entry("share", finishing(new Finish.AfterShare(Rational.of(1, 2)))),
            Map.entry("after", finishing(new Finish.After(Duration.ofMinutes(15)))),
            Map.entry("at-the-end", finishing(new Finish.AtTheEnd())),
            Map.entry(
                    "no-review",
                    route(List.of(new Stage.Block(stage("one"), "One", one().sections(), false), handIn()), box20())),
            Map.entry("reading", route(List.of(read(), one(), handIn()), box20())),
            Map.entry("counted", route(List.of(read(), one(), handIn()), box("one", 20, "read", "one"))),
            Map.entry("between-stands", between(Clocks.STAND_STILL)),
            Map.entry("between-runs", between(Clocks.RUN_ON)),
            Map.entry("filmed", filmed()),
            Map.entry("watched", watched(3, Watch.Then.TELL)),
            Map.entry("watched-ends", watched(2, Watch.Then.END)),
            Map.entry("watched-silently", watched(0, Watch.Then.NOTHING)),
            Map.entry("untimed", route(List.of(one(), handIn()))),
            Map.entry("learn", practised(PracticeMode.LEARN)),
            Map.entry("rehearse", practised(PracticeMode.REHEARSE)),
            Map.entry("untimed-run", practised(PracticeMode.UNTIMED)));

    @ParameterizedTest
    @MethodSource("rows")
    void goesAsWorkedOut(Timelines.Row row) {
        Paper paper = requireNonNull(PAPERS.get(row.paper()), row.paper());
        Window window =
                row.paper().equals("room") ? NINE.endingAt(Desk.NINE.plus(Duration.ofMinutes(15))) : Window.ALWAYS;
        new Timelines(new Ledger(paper, window)).go(row);
    }

    @Test
    void thereAreEnoughOfThem() {
        assertThat(rows()).hasSizeGreaterThanOrEqualTo(150);
    }

    private static Paper practised(PracticeMode mode) {
        Paper paper = route(List.of(read(), one(), rest(2, false), two(), handIn()), box20(), box30());
        return mode.applyTo(SamplePapers.offering(paper, PracticeMode.values()));
    }

    static Stream<Arguments> rows() {
        return read("/timelines.txt")
                .lines()
                .filter(line -> !line.isBlank() && !line.startsWith("#"))
                .map(Timelines.Row::parse)
                .map(row -> Arguments.of(named(row.name(), row)));
    }

    private static String read(String resource) {
        try (InputStream in = TimelinesTest.class.getResourceAsStream(resource)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    private static Paper route(List<? extends Stage> stages, TimeBox... boxes) {
        return paper(List.copyOf(stages), List.of(boxes));
    }

    private static Stage.Block one() {
        return block("one", ONE);
    }

    private static Stage.Block two() {
        return block("two", single("q4"), single("q5"));
    }

    private static TimeBox box20() {
        return box("one", 20, "one", "one", 5, 1);
    }

    private static TimeBox box30() {
        return box("two", 30, "two", "two");
    }

    private static Paper shared() {
        return route(List.of(one(), two(), handIn()), box("both", 45, "one", "two"));
    }

    private static Paper withBreak(Clocks clocks) {
        Stage rest = new Stage.Break(stage("rest"), "Break", Duration.ofMinutes(10), Duration.ZERO, clocks, false);
        return route(List.of(one(), rest, two(), handIn()), box("all", 60, "one", "two"));
    }

    private static Stage rest(int least, boolean signInAgain) {
        return new Stage.Break(
                stage("rest"),
                "Break",
                Duration.ofMinutes(10),
                Duration.ofMinutes(least),
                Clocks.STAND_STILL,
                signInAgain);
    }

    private static Paper own(OwnBreaks breaks) {
        return route(List.of(one(), two(), handIn()), box20(), box30())
                .with(new ExamRules(
                        false,
                        Optional.of(breaks),
                        List.of(),
                        List.of(),
                        Optional.empty(),
                        Equipment.NONE,
                        Optional.empty()));
    }

    private static Paper watched(int warnings, Watch.Then then) {
        Watch watch = new Watch(true, true, Duration.ofSeconds(2), warnings, then, Optional.empty());
        return route(List.of(one(), rest(0, false), two(), handIn()), box20(), box30())
                .with(watching(watch));
    }

    private static Paper filmed() {
        Stage consent = new Stage.Notice(
                stage("consent"),
                "Consent",
                1,
                Set.of(SamplePapers.DIGEST),
                Optional.empty(),
                Confirmation.PRESS,
                true,
                false);
        Duration patience = Duration.ofSeconds(20);
        Watch watch = new Watch(
                false,
                false,
                Duration.ofSeconds(2),
                0,
                Watch.Then.NOTHING,
                Optional.of(new WatchCamera(patience, Duration.ofMinutes(1), patience, Duration.ofDays(30))));
        OwnBreaks breaks = new OwnBreaks(1, Optional.empty(), Duration.ofMinutes(5), Clocks.RUN_ON, false, false);
        return route(List.of(consent, one(), rest(0, false), two(), handIn()), box20(), box30())
                .with(new ExamRules(
                        false,
                        Optional.of(breaks),
                        List.of(),
                        List.of(),
                        Optional.of(watch),
                        Equipment.NONE,
                        Optional.empty()));
    }

    private static ExamRules watching(Watch watch) {
        return new ExamRules(
                false, Optional.empty(), List.of(), List.of(), Optional.of(watch), Equipment.NONE, Optional.empty());
    }

    private static Paper moving(Movement movement) {
        return route(List.of(block("one", movement, ONE), two(), handIn()), box20(), box30());
    }

    /** A section whose first question wants two numbers and is entered deliberately and once, with a break that seals. */
    private static Paper sealing(Movement movement, Item... rest) {
        Item first = entering(twoNumbers("q1"), new Entering(true, 1));
        Item[] items = Stream.concat(Stream.of(first), Stream.of(rest)).toArray(Item[]::new);
        OwnBreaks breaks = new OwnBreaks(1, Optional.empty(), Duration.ofMinutes(5), Clocks.RUN_ON, false, true);
        return route(List.of(block("one", movement, items), handIn()), box20())
                .with(new ExamRules(
                        false,
                        Optional.of(breaks),
                        List.of(),
                        List.of(),
                        Optional.empty(),
                        Equipment.NONE,
                        Optional.empty()));
    }

    private static Stage.Block enteringOne(boolean deliberate) {
        return block("one", entering(single("q1"), new Entering(deliberate, 2)));
    }

    private static Paper finishing(Finish finish) {
        return route(List.of(one(), handIn(finish)), box20());
    }

    private static Stage read() {
        return new Stage.Instructions(
                stage("read"), "Read", Optional.of(Duration.ofMinutes(3)), Duration.ZERO, Clocks.RUN_ON);
    }

    private static Paper between(Clocks clocks) {
        Stage read = new Stage.Instructions(stage("between"), "Between", Optional.empty(), Duration.ZERO, clocks);
        return route(List.of(one(), read, two(), handIn()), box("all", 30, "one", "two"));
    }

    private static Optional<Duration> minutes(int minutes) {
        return Optional.of(Duration.ofMinutes(minutes));
    }
}
