package dauntingledger.app.room;

import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.StageRecord;
import dauntingledger.rulebook.sitting.Timeline;
import dauntingledger.rulebook.sitting.Warning;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Makes the drawing of a sitting's time: what was open when, and how long each question was in view. */
@Component
public class TimeStrips {

    /** The width of the drawing in units of its own; times are scaled to it. */
    static final int WIDTH = 1000;

    private static final double NARROWEST = 1;
    private static final double ROOM_FOR_A_NUMBER = 20;
    private static final double ROOM_FOR_A_TITLE = 9;

    private final Words words;
    private final WallClock wall;

    TimeStrips(Words words, WallClock wall) {
        this.words = words;
        this.wall = wall;
    }

    /**
     * The drawing, and the same as rows for those who do not see it.
     *
     * @param stages the upper row: sections and breaks
     * @param spans the lower row: questions, reviews, breaks, pauses
     * @param warnings where a clock warned
     */
    public record Strip(
            List<Bar> stages, List<Bar> spans, List<Double> warnings, String begin, String end, List<Row> rows) {}

    /**
     * A bar of the drawing.
     *
     * @param x where it begins, and {@code width} how wide it is, of {@value #WIDTH}
     * @param text what stands in it, or empty where there is no room
     */
    public record Bar(String kind, double x, double width, String text, String hint) {}

    public record Row(String from, String what, String length) {}

    public Strip of(Timeline timeline, Paper paper, List<StageRecord> stages) {
        List<Timeline.Span> spans = timeline.spans().stream()
                .filter(span -> isDrawn(paper, span.stage()))
                .toList();
        if (spans.isEmpty()) {
            return new Strip(List.of(), List.of(), List.of(), "", "", List.of());
        }
        Scale scale = new Scale(
                spans.getFirst().startInclusive(),
                spans.stream()
                        .map(Timeline.Span::endExclusive)
                        .max(Instant::compareTo)
                        .orElseThrow());
        Map<ItemId, Integer> numbers = paper.numbers();
        List<Bar> lower = new ArrayList<>();
        List<Row> rows = new ArrayList<>();
        for (Timeline.Span span : spans) {
            String what = what(span, paper, numbers);
            String length = WallClock.span(span.length());
            String number = span.item()
                    .map(item -> String.valueOf(numbers.getOrDefault(item, 0)))
                    .orElse("");
            lower.add(scale.bar(
                    kind(span),
                    span.startInclusive(),
                    span.endExclusive(),
                    number,
                    ROOM_FOR_A_NUMBER,
                    what + " · " + length));
            rows.add(new Row(wall.time(span.startInclusive()), what, length));
        }
        List<Bar> upper = stages.stream()
                .filter(stage -> isDrawn(paper, stage.stage()))
                .map(stage -> stage(stage, paper, scale))
                .toList();
        List<Double> warnings = timeline.warnings().stream()
                .map(Warning::at)
                .filter(scale::holds)
                .map(scale::x)
                .toList();
        return new Strip(upper, lower, warnings, wall.time(scale.begin()), wall.time(scale.end()), rows);
    }

    private Bar stage(StageRecord record, Paper paper, Scale scale) {
        Stage stage = paper.route().get(record.stage());
        return scale.bar(
                stage instanceof Stage.Break ? "rested" : "worked",
                record.openedAt(),
                record.endedAt(),
                stage.title(),
                ROOM_FOR_A_TITLE * stage.title().length(),
                stage.title());
    }

    private static boolean isDrawn(Paper paper, int stage) {
        return stage < paper.route().size()
                && (paper.route().get(stage) instanceof Stage.Block
                        || paper.route().get(stage) instanceof Stage.Break);
    }

    private static String kind(Timeline.Span span) {
        return switch (span.kind()) {
            case WORK -> span.item().isPresent() ? "looked" : "between";
            case BREAK, OWN_BREAK -> "rested";
            case PAUSE -> "stood";
        };
    }

    private String what(Timeline.Span span, Paper paper, Map<ItemId, Integer> numbers) {
        String stage = paper.route().get(span.stage()).title();
        return span.item()
                .map(item -> words.say("strip.question", numbers.getOrDefault(item, 0), stage))
                .orElseGet(() -> words.say("strip." + PlainNames.name(span.kind()), stage));
    }

    private record Scale(Instant begin, Instant end) {
        double x(Instant instant) {
            double whole = Duration.between(begin, end).toMillis();
            double share = Duration.between(begin, instant).toMillis() / Math.max(1, whole);
            return Math.round(WIDTH * share * 10) / 10.0;
        }

        boolean holds(Instant instant) {
            return !instant.isBefore(begin) && instant.isBefore(end);
        }

        Bar bar(String kind, Instant from, Instant to, String text, double room, String hint) {
            double width = Math.max(NARROWEST, x(to) - x(from));
            return new Bar(kind, x(from), width, width < room ? "" : text, hint);
        }
    }
}
