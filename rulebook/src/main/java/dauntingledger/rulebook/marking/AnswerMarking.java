package dauntingledger.rulebook.marking;

import static java.util.Objects.requireNonNull;

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
 * @param chief what the chief marker gave
 */
public record AnswerMarking(Map<String, MarksGiven> marks, Map<String, String> aside, Optional<MarksGiven> chief) {

    public static final AnswerMarking NONE = new AnswerMarking(Map.of(), Map.of(), Optional.empty());

    public AnswerMarking {
        marks = Collections.unmodifiableMap(new LinkedHashMap<>(marks));
        aside = Collections.unmodifiableMap(new LinkedHashMap<>(aside));
        requireNonNull(chief, "chief");
    }

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
        NOT_BY_SCHEME
    }

    /** Returns why {@code person} cannot do {@code act}, or nothing if they can. */
    public Optional<Refusal> refusal(MarkingAct act, String person, MarkingScheme scheme) {
        return switch (act) {
            case MarkingAct.Marked marked ->
                refusalOfMarker(person, scheme).or(() -> refusalBy(scheme, marked.given()));
            case MarkingAct.PutAside put -> refusalOfMarker(person, scheme);
            case MarkingAct.Decided decided ->
                marks.containsKey(person) || chief.isEmpty() && !isForChief(scheme)
                        ? Optional.of(Refusal.NOT_FOR_CHIEF)
                        : refusalBy(scheme, decided.given());
            case MarkingAct.TakenBack taken -> {
                if (chief.isPresent()) {
                    yield Optional.of(Refusal.DECIDED);
                }
                yield marks.containsKey(person) || aside.containsKey(person)
                        ? Optional.empty()
                        : Optional.of(Refusal.NOTHING_TO_TAKE_BACK);
            }
        };
    }

    private Optional<Refusal> refusalOfMarker(String person, MarkingScheme scheme) {
        if (chief.isPresent()) {
            return Optional.of(Refusal.DECIDED);
        }
        return hasEnough(scheme) && !marks.containsKey(person) ? Optional.of(Refusal.ENOUGH_MARKS) : Optional.empty();
    }

    private static Optional<Refusal> refusalBy(MarkingScheme scheme, MarksGiven given) {
        return scheme.problem(given).map(problem -> Refusal.NOT_BY_SCHEME);
    }

    private boolean hasEnough(MarkingScheme scheme) {
        return marks.size() >= scheme.markers();
    }

    /** Returns this after {@code person} did {@code act}. */
    public AnswerMarking after(MarkingAct act, String person) {
        Map<String, MarksGiven> given = new LinkedHashMap<>(marks);
        Map<String, String> put = new LinkedHashMap<>(aside);
        return switch (act) {
            case MarkingAct.Marked marked -> {
                given.put(person, marked.given());
                put.remove(person);
                yield new AnswerMarking(given, put, chief);
            }
            case MarkingAct.Decided decided -> new AnswerMarking(given, put, Optional.of(decided.given()));
            case MarkingAct.PutAside aside -> {
                given.remove(person);
                put.put(person, aside.reason());
                yield new AnswerMarking(given, put, chief);
            }
            case MarkingAct.TakenBack taken -> {
                given.remove(person);
                put.remove(person);
                yield new AnswerMarking(given, put, chief);
            }
        };
    }

    /** Returns whether {@code person} is still to mark it. */
    public boolean wants(String person, MarkingScheme scheme) {
        return chief.isEmpty() && aside.isEmpty() && !hasEnough(scheme) && !marks.containsKey(person);
    }

    /** Returns whether the marks that {@code person} gives, a chief marker, decide, and are not one marker's among others. */
    public boolean isDecidedBy(String person, MarkingScheme scheme) {
        return !wants(person, scheme) && !marks.containsKey(person);
    }

    /** Returns whether the chief marker is to decide: it was put aside, or two marks are too far apart. */
    public boolean isForChief(MarkingScheme scheme) {
        return chief.isEmpty()
                && (!aside.isEmpty()
                        || hasEnough(scheme) && agreed(scheme, scheme.best()).isEmpty());
    }

    /** Returns whether it waits for nobody any more. */
    public boolean isFinished(MarkingScheme scheme) {
        return chief.isPresent() || hasEnough(scheme) && !isForChief(scheme);
    }

    /**
     * Returns what the answer is worth, in the item's own SCORE; nothing while it waits for somebody.
     *
     * @param most the most an answer can be worth
     */
    public Optional<Rational> mark(MarkingScheme scheme, Rational most) {
        if (!isFinished(scheme)) {
            return Optional.empty();
        }
        return chief.map(given -> scheme.sum(given, most)).or(() -> agreed(scheme, most));
    }

    private Optional<Rational> agreed(MarkingScheme scheme, Rational most) {
        List<Rational> sums =
                marks.values().stream().map(given -> scheme.sum(given, most)).toList();
        return sums.size() == 1 ? Optional.of(sums.getFirst()) : scheme.combined(sums.get(0), sums.get(1));
    }
}
