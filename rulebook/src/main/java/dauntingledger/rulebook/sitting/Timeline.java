package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * How the time of a sitting was spent, in the order in which it passed. Spans are half-open; only a break of one's own
 * and a pause within it overlap.
 */
public record Timeline(List<Span> spans, List<Warning> warnings) {

    public Timeline {
        spans = List.copyOf(spans);
        warnings = List.copyOf(warnings);
    }

    /**
     * A stretch of time.
     *
     * @param stage the index of the stage that was open
     * @param item the question in view, if one was
     */
    public record Span(Kind kind, int stage, Optional<ItemId> item, Instant startInclusive, Instant endExclusive) {
        public Span {
            requireNonNull(kind, "kind");
            requireNonNull(item, "item");
            requireNonNull(startInclusive, "startInclusive");
            requireNonNull(endExclusive, "endExclusive");
        }

        public Duration length() {
            return Duration.between(startInclusive, endExclusive);
        }
    }

    /** What a stretch of time was. */
    public enum Kind {
        /** Any stage but a break, used. */
        WORK,
        /** A break on the route. */
        BREAK,
        /** A break at the candidate's own moment. */
        OWN_BREAK,
        PAUSE
    }

    /** Returns the timeline up to {@code now} of a sitting with {@code entries}, in the order in which they were made. */
    public static Timeline of(Paper paper, Window window, List<Entry> entries, Instant now) {
        Recorder recorder = new Recorder(paper);
        Sitting end = Sitting.replay(paper, window, entries, now, recorder);
        return new Timeline(recorder.spans, end.clocks().warnings());
    }

    /** Returns how long a stage was used, without pauses and breaks of one's own. */
    public Duration used(int stage) {
        return spans.stream()
                .filter(span -> span.stage() == stage && (span.kind() == Kind.WORK || span.kind() == Kind.BREAK))
                .map(Span::length)
                .reduce(Duration.ZERO, Duration::plus);
    }

    private static final class Recorder implements Watcher {
        private final Paper paper;
        private final List<Span> spans = new ArrayList<>();

        Recorder(Paper paper) {
            this.paper = paper;
        }

        @Override
        public void used(int stage, QuestionStates questions, long fromMillis, long toMillis) {
            boolean rest = paper.route().get(stage) instanceof Stage.Break;
            add(rest ? Kind.BREAK : Kind.WORK, stage, questions.inView(), fromMillis, toMillis);
        }

        @Override
        public void rested(int stage, long fromMillis, long toMillis) {
            add(Kind.OWN_BREAK, stage, Optional.empty(), fromMillis, toMillis);
        }

        @Override
        public void paused(int stage, long fromMillis, long toMillis) {
            add(Kind.PAUSE, stage, Optional.empty(), fromMillis, toMillis);
        }

        /** Adds a span, as part of the last one where that goes on. */
        private void add(Kind kind, int stage, Optional<ItemId> item, long fromMillis, long toMillis) {
            Instant from = Instant.ofEpochMilli(fromMillis);
            Instant to = Instant.ofEpochMilli(toMillis);
            if (!from.isBefore(to)) {
                return;
            }
            if (!spans.isEmpty()) {
                Span last = spans.getLast();
                Span longer = new Span(kind, stage, item, last.startInclusive(), to);
                Span same = new Span(last.kind(), last.stage(), last.item(), last.startInclusive(), to);
                if (last.endExclusive().equals(from) && longer.equals(same)) {
                    spans.set(spans.size() - 1, longer);
                    return;
                }
            }
            spans.add(new Span(kind, stage, item, from, to));
        }
    }
}
