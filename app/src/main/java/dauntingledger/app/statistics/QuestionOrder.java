package dauntingledger.app.statistics;

import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.statistics.Doubt;
import dauntingledger.rulebook.statistics.QuestionFigures;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/** What the questions can be ordered by. What has no such figure comes last, either way round. */
enum QuestionOrder {
    /** The most doubtful first, among equals the one that tells the least. */
    DOUBTS(Comparator.comparingInt((QuestionFigures of) -> worst(of.doubts()))
            .thenComparing(by(QuestionFigures::discrimination))),
    /** As the paper has them. */
    NUMBER((one, other) -> 0),
    FACILITY(by(QuestionFigures::facility)),
    DISCRIMINATION(by(QuestionFigures::discrimination)),
    BLANK(Comparator.comparingInt(QuestionFigures::blank)),
    NOT_REACHED(Comparator.comparingInt(QuestionFigures::notReached)),
    TIME(Comparator.comparing((QuestionFigures of) -> of.time().median()));

    private final Comparator<QuestionFigures> order;

    QuestionOrder(Comparator<QuestionFigures> order) {
        this.order = order;
    }

    private static int worst(List<Doubt> doubts) {
        return doubts.isEmpty()
                ? Doubt.values().length
                : List.of(Doubt.values()).indexOf(doubts.getFirst());
    }

    private static <T extends Comparable<T>> Comparator<QuestionFigures> by(
            Function<QuestionFigures, Optional<T>> figure) {
        return (one, other) -> figure.apply(one)
                .flatMap(value -> figure.apply(other).map(value::compareTo))
                .orElseGet(() -> Boolean.compare(
                        figure.apply(one).isEmpty(), figure.apply(other).isEmpty()));
    }

    /** Returns whether this orders by a figure that {@code of} has not. */
    private boolean isMissing(QuestionFigures of) {
        return switch (this) {
            case FACILITY -> of.facility().isEmpty();
            case DISCRIMINATION -> of.discrimination().isEmpty();
            case TIME -> of.notReached() == of.candidates();
            case DOUBTS, NUMBER, BLANK, NOT_REACHED -> false;
        };
    }

    /** Returns questions in this order, or the other way round. */
    List<QuestionFigures> sorted(List<QuestionFigures> questions, boolean down) {
        Comparator<QuestionFigures> chosen = down ? order.reversed() : order;
        List<QuestionFigures> inOrder = down && this == NUMBER ? questions.reversed() : questions;
        return inOrder.stream()
                .sorted(Comparator.comparing(this::isMissing).thenComparing(chosen))
                .toList();
    }

    static QuestionOrder of(String name) {
        return PlainNames.find(name, values()).orElse(DOUBTS);
    }

    /** Returns its name in addresses and messages. */
    String key() {
        return PlainNames.name(this);
    }
}
