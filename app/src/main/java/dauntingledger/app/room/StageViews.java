package dauntingledger.app.room;

import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.room.RoomView.Closed;
import dauntingledger.app.room.RoomView.Leg;
import dauntingledger.app.room.RoomView.SectionLine;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.TimeBox;
import dauntingledger.rulebook.scoring.Score;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.StageRecord;
import dauntingledger.rulebook.sitting.Totals;
import java.time.Duration;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.IntStream;
import org.springframework.context.MessageSource;
import org.springframework.stereotype.Component;

/** Makes the views of the stages around the blocks out of a sitting. */
@Component
class StageViews {

    private final MessageSource messages;
    private final WallClock wall;

    StageViews(MessageSource messages, WallClock wall) {
        this.messages = messages;
        this.wall = wall;
    }

    /**
     * A stage that waits to be opened.
     *
     * @param limit how long it lasts, in words, or empty without a limit
     */
    record Threshold(String id, String title, int questions, String limit) {}

    /** A break. */
    record Rest(String title, String length, boolean clocksStand) {}

    /** A leg of the route in the instructions: what it is, how long, what it earns. */
    record Rule(String title, String what, String limit, String marking) {}

    /** Everything the receipt says. */
    record Receipt(
            String day,
            String began,
            String ended,
            boolean byTime,
            List<SectionLine> lines,
            SectionLine total,
            boolean scored,
            String shortHash,
            int entries,
            int held) {}

    List<Leg> legs(Sitting sitting) {
        int here = sitting.position().index(sitting.paper().route().size());
        List<Leg> legs = new ArrayList<>();
        for (int i = 0; i < sitting.paper().route().size(); i++) {
            Stage stage = sitting.paper().route().get(i);
            String state = i < here ? "done" : i == here ? "now" : "ahead";
            legs.add(new Leg(stage.title(), state, stage instanceof Stage.Break));
        }
        return legs;
    }

    Threshold threshold(Sitting sitting, int index) {
        Stage stage = sitting.paper().route().get(index);
        int questions = stage instanceof Stage.Block block ? block.questions() : 0;
        return new Threshold(stage.id().value(), stage.title(), questions, limit(sitting.paper(), index));
    }

    Rest rest(Stage.Break rest) {
        return new Rest(rest.title(), minutes(rest.length()), rest.clocks() == Stage.Break.Clocks.STAND_STILL);
    }

    /** Returns what this paper's route asks of a candidate, made from the paper, so that it cannot disagree with it. */
    List<Rule> rules(Paper paper) {
        return IntStream.range(0, paper.route().size())
                .mapToObj(i -> rule(paper, i))
                .flatMap(Optional::stream)
                .toList();
    }

    private Optional<Rule> rule(Paper paper, int index) {
        String limit = limit(paper, index);
        return switch (paper.route().get(index)) {
            case Stage.Block block ->
                Optional.of(new Rule(block.title(), word("rule.questions", block.questions()), limit, marking(block)));
            case Stage.Break rest ->
                Optional.of(new Rule(
                        rest.title(),
                        word(rest.clocks() == Stage.Break.Clocks.STAND_STILL ? "rule.clocks-stand" : "rule.clocks-run"),
                        minutes(rest.length()),
                        ""));
            case Stage.HandIn handIn ->
                Optional.of(new Rule(handIn.title(), word("rule.hand-in"), minutes(handIn.within()), ""));
            case Stage.Notice notice -> Optional.empty();
            case Stage.Instructions instructions -> Optional.empty();
            case Stage.Unopened unopened -> Optional.empty();
        };
    }

    private String marking(Stage.Block block) {
        Rational marks = block.sections().stream()
                .flatMap(Section::items)
                .map(Item::marks)
                .reduce(Rational.ZERO, Rational::plus);
        return word("rule.marks", Marks.write(marks)) + " " + costs(block);
    }

    /** Returns what blanks and wrong answers cost in this block, in a sentence. */
    String costs(Stage.Block block) {
        List<Rational> penalties = block.sections().stream()
                .flatMap(Section::items)
                .map(Item::penalty)
                .distinct()
                .sorted()
                .toList();
        Rational most = penalties.getLast();
        if (most.isZero()) {
            return word("costs.none");
        }
        return penalties.size() == 1 ? word("costs.each", Marks.write(most)) : word("costs.some", Marks.write(most));
    }

    /** Returns the block that was closed last, as the page after it reports it. */
    Optional<Closed> lastClosed(Sitting sitting) {
        return sitting.stages().stream()
                .filter(record -> record.ended() != StageRecord.Ended.NOT_YET)
                .filter(record -> sitting.paper().route().get(record.stage()) instanceof Stage.Block)
                .max(Comparator.comparing(StageRecord::stage))
                .map(record -> closed(sitting, record));
    }

    private Closed closed(Sitting sitting, StageRecord record) {
        Totals totals = sitting.totalsIn(record.stage());
        return new Closed(
                sitting.paper().route().get(record.stage()).title(),
                record.ended() == StageRecord.Ended.BY_TIME,
                wall.time(record.endedAt()),
                totals.answered(),
                totals.questions());
    }

    /** Returns a line for each section of the paper, without scores. */
    List<SectionLine> lines(Sitting sitting) {
        return lines(sitting, section -> "");
    }

    Receipt receipt(Ledgers.Opened opened, Score score) {
        Sitting sitting = opened.sitting();
        List<StageRecord> stages = sitting.stages();
        boolean released = sitting.paper().scoreRelease() == Paper.ScoreRelease.AT_ONCE;
        List<SectionLine> lines = lines(sitting, section -> released ? score(score, section) : "");
        return new Receipt(
                wall.day(stages.getFirst().openedAt()),
                wall.time(stages.getFirst().openedAt()),
                wall.time(stages.getLast().endedAt()),
                stages.getLast().ended() == StageRecord.Ended.BY_TIME,
                lines,
                total(sitting, released ? Marks.write(score.marks()) + " of " + Marks.write(score.most()) : ""),
                released,
                opened.lastHash().shortForm(),
                opened.entries().size(),
                opened.held());
    }

    private List<SectionLine> lines(Sitting sitting, Function<Section, String> score) {
        List<SectionLine> lines = new ArrayList<>();
        for (int i = 0; i < sitting.paper().route().size(); i++) {
            if (sitting.paper().route().get(i) instanceof Stage.Block block) {
                Duration used = sitting.stageRecord(i).map(StageRecord::used).orElse(Duration.ZERO);
                for (Section section : block.sections()) {
                    lines.add(line(section.title(), used, sitting.totals(section.id()), score.apply(section)));
                }
            }
        }
        return lines;
    }

    /** Adds the lines up; the time by the whole seconds that the lines show, so that it is their sum to the eye too. */
    private static SectionLine total(Sitting sitting, String score) {
        Duration used = sitting.stages().stream()
                .filter(record -> sitting.paper().route().get(record.stage()) instanceof Stage.Block)
                .map(record -> record.used().truncatedTo(ChronoUnit.SECONDS))
                .reduce(Duration.ZERO, Duration::plus);
        return line("", used, sitting.totals(), score);
    }

    private static SectionLine line(String title, Duration used, Totals totals, String score) {
        return new SectionLine(
                title,
                WallClock.span(used),
                totals.answered(),
                totals.part(),
                totals.blank(),
                totals.notOpened(),
                totals.questions(),
                score);
    }

    private static String score(Score score, Section section) {
        return score.sections().stream()
                .filter(scored -> scored.section().equals(section.id()))
                .findFirst()
                .map(scored -> Marks.write(scored.marks()) + " of " + Marks.write(scored.most()))
                .orElse("");
    }

    /** Returns the shortest limit that covers a stage, in words. */
    private String limit(Paper paper, int index) {
        return paper.boxes().stream()
                .filter(box -> paper.covers(box, index))
                .map(TimeBox::limit)
                .min(Comparator.naturalOrder())
                .map(this::minutes)
                .orElse("");
    }

    private String minutes(Duration span) {
        if (span.toSecondsPart() > 0) {
            return WallClock.span(span);
        }
        return span.toMinutes() == 1 ? word("span.minute") : word("span.minutes", span.toMinutes());
    }

    private String word(String key, Object... arguments) {
        return messages.getMessage(key, arguments, Locale.ENGLISH);
    }
}
