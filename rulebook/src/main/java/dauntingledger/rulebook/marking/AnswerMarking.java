package dauntingledger.rulebook.marking;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.marking.MarkingAct.OnAnswer;
import dauntingledger.rulebook.number.Rational;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What has been done with one answer.
 *
 * @param marks what each marker gave, by their numbers in the order they came
 * @param aside why markers have put it aside, by their numbers
 * @param decision what was decided by a chief marker, or after a review
 * @param review what another marker is asked for; empty while nobody asks for it
 */
public record AnswerMarking(
        Map<String, MarksGiven> marks,
        Map<String, String> aside,
        Optional<Decision> decision,
        Optional<Review> review) {

    public static final AnswerMarking NONE = new AnswerMarking(Map.of(), Map.of(), Optional.empty(), Optional.empty());

    public AnswerMarking {
        marks = Collections.unmodifiableMap(new LinkedHashMap<>(marks));
        aside = Collections.unmodifiableMap(new LinkedHashMap<>(aside));
        requireNonNull(decision, "decision");
        requireNonNull(review, "review");
    }

    /** Marks that count whatever others gave, and whose they are. */
    public record Decision(String person, MarksGiven given) {}

    /** Marks that are asked for once more of {@code marker}, and those given, once they are. */
    public record Review(String marker, Optional<MarksGiven> given) {}

    /** Why something cannot be done with an answer. */
    public enum Refusal {
        /** As many markers as the scheme asks for have marked it already. */
        ENOUGH_MARKS,
        /** The chief marker has decided. */
        DECIDED,
        /** Nothing is left to the chief marker: the marks agree, or some are missing. */
        NOT_FOR_CHIEF,
        /** This person has done nothing with it. */
        NOTHING_TO_TAKE_BACK,
        /** The scheme does not have these marks. */
        NOT_BY_SCHEME,
        /** The chief marker has stopped this person at this question. */
        STOPPED,
        /** Another marker is asked for it. */
        UNDER_REVIEW,
        /** It waits for its first marks, so that nothing can be looked at again. */
        NOT_FINISHED,
        /** The one who is to look at it again has marked it before. */
        REVIEWER_HAS_MARKED,
        /** No review has brought marks. */
        NO_REVIEW,
        /** The scheme has no such sample. */
        NO_SUCH_SAMPLE
    }

    /** Returns why {@code person} cannot do {@code act}, or nothing if they can. */
    public Optional<Refusal> refusal(OnAnswer act, String person, MarkingScheme scheme) {
        return switch (act) {
            case MarkingAct.Marked marked ->
                refusalOfMarker(person, scheme).or(() -> refusalBy(scheme, marked.given()));
            case MarkingAct.PutAside put ->
                review.isPresent() ? Optional.of(Refusal.UNDER_REVIEW) : refusalOfMarker(person, scheme);
            case MarkingAct.Decided decided ->
                review.isPresent() || decision.isEmpty() && !isForChief(scheme)
                        ? Optional.of(Refusal.NOT_FOR_CHIEF)
                        : refusalBy(scheme, decided.given());
            case MarkingAct.TakenBack taken -> refusalToTakeBack(person);
            case MarkingAct.ReviewAsked asked -> refusalOfReview(asked.marker(), scheme);
            case MarkingAct.ReviewEnded ended ->
                review.isEmpty() || ended.counts() && review.get().given().isEmpty()
                        ? Optional.of(Refusal.NO_REVIEW)
                        : Optional.empty();
        };
    }

    private Optional<Refusal> refusalOfMarker(String person, MarkingScheme scheme) {
        if (review.isPresent()) {
            return isReviewedBy(person) ? Optional.empty() : Optional.of(Refusal.UNDER_REVIEW);
        }
        if (decision.isPresent()) {
            return Optional.of(Refusal.DECIDED);
        }
        return hasEnough(scheme) && !marks.containsKey(person) ? Optional.of(Refusal.ENOUGH_MARKS) : Optional.empty();
    }

    private Optional<Refusal> refusalToTakeBack(String person) {
        if (review.isPresent()) {
            return isReviewedBy(person) && review.get().given().isPresent()
                    ? Optional.empty()
                    : Optional.of(Refusal.NOTHING_TO_TAKE_BACK);
        }
        if (decision.isPresent()) {
            return Optional.of(Refusal.DECIDED);
        }
        return marks.containsKey(person) || aside.containsKey(person)
                ? Optional.empty()
                : Optional.of(Refusal.NOTHING_TO_TAKE_BACK);
    }

    private Optional<Refusal> refusalOfReview(String marker, MarkingScheme scheme) {
        if (!isFinished(scheme)) {
            return Optional.of(Refusal.NOT_FINISHED);
        }
        if (review.filter(asked -> asked.given().isPresent()).isPresent()) {
            return Optional.of(Refusal.UNDER_REVIEW);
        }
        boolean marked = marks.containsKey(marker)
                || decision.filter(made -> made.person().equals(marker)).isPresent();
        return marked ? Optional.of(Refusal.REVIEWER_HAS_MARKED) : Optional.empty();
    }

    private static Optional<Refusal> refusalBy(MarkingScheme scheme, MarksGiven given) {
        return scheme.problem(given).map(problem -> Refusal.NOT_BY_SCHEME);
    }

    private boolean hasEnough(MarkingScheme scheme) {
        return marks.size() >= scheme.markers();
    }

    /** Returns whether {@code person} is asked for its marks once more. */
    public boolean isReviewedBy(String person) {
        return review.filter(asked -> asked.marker().equals(person)).isPresent();
    }

    /** Returns this after {@code person} did {@code act}. */
    public AnswerMarking after(OnAnswer act, String person) {
        return switch (act) {
            case MarkingAct.Marked marked ->
                review.isPresent()
                        ? reviewed(Optional.of(marked.given()))
                        : new AnswerMarking(
                                with(marks, person, marked.given()), without(aside, person), decision, review);
            case MarkingAct.Decided decided ->
                new AnswerMarking(marks, aside, Optional.of(new Decision(person, decided.given())), review);
            case MarkingAct.PutAside put ->
                new AnswerMarking(without(marks, person), with(aside, person, put.reason()), decision, review);
            case MarkingAct.TakenBack taken -> review.isPresent() ? reviewed(Optional.empty()) : withoutMarksOf(person);
            case MarkingAct.ReviewAsked asked ->
                new AnswerMarking(marks, aside, decision, Optional.of(new Review(asked.marker(), Optional.empty())));
            case MarkingAct.ReviewEnded ended ->
                new AnswerMarking(
                        marks,
                        aside,
                        ended.counts()
                                ? review.flatMap(
                                        asked -> asked.given().map(given -> new Decision(asked.marker(), given)))
                                : decision,
                        Optional.empty());
        };
    }

    private AnswerMarking reviewed(Optional<MarksGiven> given) {
        return new AnswerMarking(marks, aside, decision, review.map(asked -> new Review(asked.marker(), given)));
    }

    /** Returns this without what {@code person} gave, or said when putting it aside. */
    public AnswerMarking withoutMarksOf(String person) {
        return new AnswerMarking(without(marks, person), without(aside, person), decision, review);
    }

    private static <V> Map<String, V> with(Map<String, V> all, String person, V value) {
        Map<String, V> more = new LinkedHashMap<>(all);
        more.put(person, value);
        return more;
    }

    private static <V> Map<String, V> without(Map<String, V> all, String person) {
        Map<String, V> less = new LinkedHashMap<>(all);
        less.remove(person);
        return less;
    }

    /** Returns whether {@code person} is still to mark it. */
    public boolean wants(String person, MarkingScheme scheme) {
        if (review.isPresent()) {
            return isReviewedBy(person) && review.get().given().isEmpty();
        }
        return decision.isEmpty() && aside.isEmpty() && !hasEnough(scheme) && !marks.containsKey(person);
    }

    /**
     * Returns whether the marks that {@code person} gives, a chief marker, decide, and are not one marker's among others. Two
     * marks that are too far apart are decided by whichever chief marker there is, also if one of them is theirs.
     */
    public boolean isDecidedBy(String person, MarkingScheme scheme) {
        return review.isEmpty() && (isForChief(scheme) || !wants(person, scheme) && !marks.containsKey(person));
    }

    /** Returns whether the chief marker is to decide: it was put aside, or two marks are too far apart. */
    public boolean isForChief(MarkingScheme scheme) {
        return decision.isEmpty()
                && (!aside.isEmpty()
                        || hasEnough(scheme) && agreed(scheme, scheme.best()).isEmpty());
    }

    /** Returns whether it has its marks; a review changes them only when it ends. */
    public boolean isFinished(MarkingScheme scheme) {
        return decision.isPresent() || hasEnough(scheme) && !isForChief(scheme);
    }

    /** Returns whether the same counts after {@code other}: a review changes nothing before it ends. */
    public boolean countsAs(AnswerMarking other) {
        return marks.equals(other.marks) && aside.equals(other.aside) && decision.equals(other.decision);
    }

    /** Returns whether it waits for a marker, a chief marker, or the end of a review. */
    public boolean isWaiting(MarkingScheme scheme) {
        return review.isPresent() || !isFinished(scheme);
    }

    /**
     * Returns what the answer is worth, in the item's own SCORE; nothing while it waits for its first marks.
     *
     * @param most the most an answer can be worth
     */
    public Optional<Rational> mark(MarkingScheme scheme, Rational most) {
        if (!isFinished(scheme)) {
            return Optional.empty();
        }
        return decision.map(made -> scheme.sum(made.given(), most)).or(() -> agreed(scheme, most));
    }

    /** Returns the marks that count: the decision, or those of all markers; none while it waits for its first. */
    public List<MarksGiven> counting(MarkingScheme scheme) {
        if (!isFinished(scheme)) {
            return List.of();
        }
        return decision.map(made -> List.of(made.given())).orElseGet(() -> List.copyOf(marks.values()));
    }

    private Optional<Rational> agreed(MarkingScheme scheme, Rational most) {
        List<Rational> sums =
                marks.values().stream().map(given -> scheme.sum(given, most)).toList();
        return sums.size() == 1 ? Optional.of(sums.getFirst()) : scheme.combined(sums.get(0), sums.get(1));
    }
}
