package dauntingledger.rulebook.statistics;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;

/**
 * What a cohort made of a question.
 *
 * @param candidates how many were asked; {@code blank} of them saw it and entered nothing, {@code notReached} never saw it
 * @param facility the mean of their scores by the most; empty while somebody's waits for a marker, or if it counts for nobody
 * @param discrimination the correlation of the scores with what the same candidates have in all other items; empty also where either does not
 *     vary
 * @param time how long it was in view of those who saw it
 * @param options what can be chosen, in the order of the paper, or what was entered, the most frequent first
 */
public record QuestionFigures(
        ItemId item,
        int candidates,
        int blank,
        int notReached,
        Optional<Rational> facility,
        Optional<BigDecimal> discrimination,
        Quartiles time,
        List<OptionFigures> options) {

    private static final int LEAST_RIVALS = 5;

    public QuestionFigures {
        requireNonNull(item, "item");
        requireNonNull(facility, "facility");
        requireNonNull(discrimination, "discrimination");
        requireNonNull(time, "time");
        options = List.copyOf(options);
    }

    /**
     * An answer and those who gave it.
     *
     * @param listed whether it is an option that stands in the question
     * @param accepted whether the key takes it for right, for a part of a right answer too
     * @param meanTotal the mean of the marks of those who gave it in the exam; empty for nobody
     */
    public record OptionFigures(
            Attempt.Chosen chosen, boolean listed, boolean accepted, int count, Optional<Rational> meanTotal) {}

    public int answered() {
        return candidates - blank - notReached;
    }

    /** Returns how hard it was; nothing where it has no facility. */
    public Optional<Difficulty> difficulty() {
        return facility.map(Difficulty::of);
    }

    boolean isOf(Difficulty one) {
        return difficulty().filter(one::equals).isPresent();
    }

    /** Returns how well it tells candidates apart; nothing where it has no discrimination. */
    public Optional<Separation> separation() {
        return discrimination.map(Separation::of);
    }

    boolean separates(Separation one) {
        return separation().filter(one::equals).isPresent();
    }

    /** Returns what makes it doubtful, the worst first. */
    public List<Doubt> doubts() {
        return Doubt.about(this);
    }

    /**
     * Returns whether at least {@value #LEAST_RIVALS} candidates chose an option that the key does not take, and their mean
     * total is above that of those who chose what it takes.
     */
    public boolean isRival(OptionFigures option) {
        return option.listed()
                && !option.accepted()
                && option.count() >= LEAST_RIVALS
                && options.stream()
                        .filter(OptionFigures::accepted)
                        .filter(right ->
                                right.chosen().response().equals(option.chosen().response()))
                        .flatMap(right -> right.meanTotal().stream())
                        .anyMatch(right ->
                                option.meanTotal().orElse(Rational.ZERO).compareTo(right) > 0);
    }
}
