package dauntingledger.app.room;

import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.room.RoomView.Closed;
import dauntingledger.app.room.RoomView.Leg;
import dauntingledger.app.room.RoomView.SectionLine;
import dauntingledger.app.words.Marks;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Clocks;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.TimeBox;
import dauntingledger.rulebook.scoring.Score;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.StageRecord;
import dauntingledger.rulebook.sitting.Totals;
import dauntingledger.rulebook.sitting.Window;
import java.time.Duration;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Makes the views of the stages around the blocks out of a sitting. */
@Component
class StageViews {

    private final Words words;
    private final WallClock wall;
    private final RuleWords ruleWords;

    StageViews(Words words, WallClock wall, RuleWords ruleWords) {
        this.words = words;
        this.wall = wall;
        this.ruleWords = ruleWords;
    }

    /**
     * A stage that waits to be opened.
     *
     * @param limit how long it lasts, in words, or empty without a limit
     * @param rules what holds in it, a sentence each
     */
    record Threshold(String id, String title, int questions, String limit, List<String> rules) {}

    /**
     * A break.
     *
     * @param least how long it lasts at least, in words, or empty if it may be skipped
     */
    record BreakView(String title, String length, String least, boolean clocksStand, boolean signInAgain) {}

    /** A leg of the route in the instructions: what it is, how long, what it earns. */
    record Rule(String title, String what, String limit, String marking) {}

    /**
     * Everything the receipt says.
     *
     * @param pending how many marks wait for a marker, in words; empty if none do, or nothing is said of marks
     */
    record Receipt(
            String day,
            String began,
            String ended,
            boolean byTime,
            List<SectionLine> lines,
            SectionLine total,
            boolean scored,
            String pending,
            String elsewhere,
            String shortHash,
            int entries,
            int held) {}

    /** Returns the route as the header shows it: the steps before the first block are one leg. */
    List<Leg> legs(Sitting sitting, Paper paper) {
        int here = sitting.route().position().index(paper.route().size());
        int arrival = (int) paper.route().stream()
                .takeWhile(stage -> !(stage instanceof Stage.Block))
                .count();
        List<Leg> legs = new ArrayList<>();
        if (arrival > 0) {
            legs.add(
                    here < arrival
                            ? arriving(paper, here, arrival)
                            : new Leg(words.say("route.arrival"), "done", false));
        }
        for (int i = arrival; i < paper.route().size(); i++) {
            Stage stage = paper.route().get(i);
            String state = i < here ? "done" : i == here ? "now" : "ahead";
            legs.add(new Leg(stage.title(), state, stage instanceof Stage.Break));
        }
        return legs;
    }

    private Leg arriving(Paper paper, int here, int steps) {
        String title = paper.route().get(here).title();
        return new Leg(steps == 1 ? title : words.say("route.arrival.at", title, here + 1, steps), "now", false);
    }

    Threshold threshold(Paper paper, int index, Window window) {
        Stage stage = paper.route().get(index);
        String limit = limit(paper, index);
        return stage instanceof Stage.Block block
                ? new Threshold(
                        stage.id().value(),
                        stage.title(),
                        block.questions(),
                        limit,
                        ruleWords.block(paper, block, window))
                : new Threshold(stage.id().value(), stage.title(), 0, limit, List.of());
    }

    BreakView breakView(Stage.Break rest) {
        return new BreakView(
                rest.title(),
                words.span(rest.length()),
                rest.isOptional() ? "" : words.span(rest.least()),
                rest.clocks() == Clocks.STAND_STILL,
                rest.signInAgain());
    }

    /** Returns what the instructions say of a block. */
    Rule rule(Stage.Block block, Paper paper, Window window) {
        return new Rule(
                block.title(), what(paper, block, window), limit(paper, paper.indexOf(block.id())), marking(block));
    }

    private String what(Paper paper, Stage.Block block, Window window) {
        String questions = words.say("rule.questions", block.questions());
        return String.join(
                " ",
                Stream.concat(Stream.of(questions), ruleWords.block(paper, block, window).stream())
                        .toList());
    }

    private String marking(Stage.Block block) {
        return words.say("rule.marks", Marks.write(block.marks())) + " " + costs(block);
    }

    /** Returns what blanks and wrong answers cost in this block, in a sentence. */
    String costs(Stage.Block block) {
        List<Rational> penalties =
                block.items().map(Item::penalty).distinct().sorted().toList();
        Rational most = penalties.getLast();
        if (most.isZero()) {
            return words.say("costs.none");
        }
        return penalties.size() == 1
                ? words.say("costs.each", Marks.write(most))
                : words.say("costs.some", Marks.write(most));
    }

    /**
     * A piece of the road map.
     *
     * @param share its share of the time of the whole road, 1 to 100
     */
    record Piece(String title, String limit, boolean isBreak, long share) {}

    /** Returns the sections and breaks of a paper with their times, as a road map draws them. */
    List<Piece> road(Paper paper) {
        List<Piece> pieces = new ArrayList<>();
        Duration whole = Duration.ZERO;
        for (int i = 0; i < paper.route().size(); i++) {
            whole = whole.plus(onTheRoad(paper, i));
        }
        for (int i = 0; i < paper.route().size(); i++) {
            Stage stage = paper.route().get(i);
            if (stage instanceof Stage.Block || stage instanceof Stage.Break) {
                long share = whole.isZero() ? 1 : 100 * onTheRoad(paper, i).toSeconds() / whole.toSeconds();
                pieces.add(new Piece(
                        stage.title(),
                        stage instanceof Stage.Break rest ? words.span(rest.length()) : limit(paper, i),
                        stage instanceof Stage.Break,
                        Math.clamp(share, 1, 100)));
            }
        }
        return pieces;
    }

    private static Duration onTheRoad(Paper paper, int index) {
        return switch (paper.route().get(index)) {
            case Stage.Block block -> shortest(paper, index).orElse(Duration.ZERO);
            case Stage.Break rest -> rest.length();
            default -> Duration.ZERO;
        };
    }

    /** Returns the block that was closed last, as the page after it reports it. */
    Optional<Closed> lastClosed(Sitting sitting, Paper paper) {
        return sitting.route().records().stream()
                .filter(record -> record.ended() != StageRecord.Ended.NOT_YET)
                .filter(record -> sitting.paper().route().get(record.stage()) instanceof Stage.Block)
                .max(Comparator.comparing(StageRecord::stage))
                .map(record -> closed(sitting, paper, record));
    }

    private Closed closed(Sitting sitting, Paper paper, StageRecord record) {
        Totals totals = sitting.questions().totalsIn(record.stage());
        return new Closed(
                paper.route().get(record.stage()).title(),
                record.ended() == StageRecord.Ended.BY_TIME,
                wall.time(record.endedAt()),
                totals.answered(),
                totals.questions());
    }

    /** Returns a line for each section of the paper, without scores. */
    List<SectionLine> lines(Sitting sitting, Paper paper) {
        return lines(sitting, paper, section -> "");
    }

    Receipt receipt(Ledgers.Opened opened, Paper paper, Score score) {
        Sitting sitting = opened.sitting();
        List<StageRecord> stages = sitting.route().records();
        boolean released = sitting.paper().scoreRelease() == Paper.ScoreRelease.AT_ONCE;
        List<SectionLine> lines = lines(sitting, paper, section -> released ? score(score, section) : "");
        return new Receipt(
                wall.day(stages.getFirst().openedAt()),
                wall.time(stages.getFirst().openedAt()),
                wall.time(stages.getLast().endedAt()),
                stages.getLast().ended() == StageRecord.Ended.BY_TIME,
                lines,
                total(sitting, released ? outOf(score.marks(), score.most()) : ""),
                released,
                released && score.pending().signum() > 0
                        ? words.say("receipt.pending", Marks.write(score.pending()))
                        : "",
                elsewhere(sitting),
                opened.examHash().shortForm(),
                opened.examEntries(),
                opened.waiting());
    }

    /**
     * Returns how long blocks of several sections were open with no question in view, or empty if there are none; their
     * sections' lines show the time spent on the questions.
     */
    private static String elsewhere(Sitting sitting) {
        Duration sum = Duration.ZERO;
        for (StageRecord record : sitting.route().records()) {
            boolean several = sitting.paper().route().get(record.stage()) instanceof Stage.Block block
                    && block.sections().size() > 1;
            sum = several ? sum.plus(sitting.questions().spentElsewhere(record.stage())) : sum;
        }
        return sum.isZero() ? "" : WallClock.span(sum);
    }

    private List<SectionLine> lines(Sitting sitting, Paper paper, Function<Section, String> score) {
        List<SectionLine> lines = new ArrayList<>();
        for (int i = 0; i < paper.route().size(); i++) {
            if (paper.route().get(i) instanceof Stage.Block block) {
                Duration whole =
                        sitting.route().record(i).map(StageRecord::used).orElse(Duration.ZERO);
                for (Section section : block.sections()) {
                    Duration used = block.sections().size() == 1
                            ? whole
                            : sitting.questions().spent(section.id());
                    lines.add(line(
                            section.title(), used, sitting.questions().totals(section.id()), score.apply(section)));
                }
            }
        }
        return lines;
    }

    /** Adds the lines up; the time by the whole seconds that the lines show, so that it is their sum to the eye too. */
    private static SectionLine total(Sitting sitting, String score) {
        Duration used = sitting.route().records().stream()
                .filter(record -> sitting.paper().route().get(record.stage()) instanceof Stage.Block)
                .map(record -> record.used().truncatedTo(ChronoUnit.SECONDS))
                .reduce(Duration.ZERO, Duration::plus);
        return line("", used, sitting.questions().totals(), score);
    }

    private static SectionLine line(String title, Duration used, Totals totals, String score) {
        return new SectionLine(
                title,
                WallClock.span(used),
                totals.answered(),
                totals.part(),
                totals.blank(),
                totals.notOpened(),
                totals.marked(),
                totals.questions(),
                score);
    }

    private String outOf(Rational marks, Rational most) {
        return words.say("lines.of", Marks.write(marks), Marks.write(most));
    }

    private String score(Score score, Section section) {
        return score.sections().stream()
                .filter(scored -> scored.section().equals(section.id()))
                .findFirst()
                .map(scored -> outOf(scored.marks(), scored.most()))
                .orElse("");
    }

    /** Returns the shortest limit that covers a stage, in words. */
    private String limit(Paper paper, int index) {
        return shortest(paper, index).map(words::span).orElse("");
    }

    private static Optional<Duration> shortest(Paper paper, int index) {
        return paper.boxes().stream()
                .filter(box -> paper.covers(box, index))
                .map(TimeBox::limit)
                .min(Comparator.naturalOrder());
    }
}
