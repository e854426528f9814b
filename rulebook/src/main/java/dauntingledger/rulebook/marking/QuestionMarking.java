package dauntingledger.rulebook.marking;

import dauntingledger.rulebook.marking.AnswerMarking.Refusal;
import dauntingledger.rulebook.number.Rational;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What has been done with a question besides its candidates' answers.
 *
 * @param samples what each marker gave to answers with known marks, by their numbers and the ids of the samples
 * @param stopped why markers are stopped, by their numbers
 */
public record QuestionMarking(Map<String, Map<String, MarksGiven>> samples, Map<String, String> stopped) {

    public static final QuestionMarking NONE = new QuestionMarking(Map.of(), Map.of());

    public QuestionMarking {
        samples = Map.copyOf(samples);
        stopped = Map.copyOf(stopped);
    }

    /** Returns why {@code person} cannot do {@code act} at this question, or nothing if they can. */
    public Optional<Refusal> refusal(MarkingAct act, String person, MarkingScheme scheme) {
        return switch (act) {
            case MarkingAct.SampleMarked marked -> refusal(marked, person, scheme);
            case MarkingAct.Marked marked when stopped.containsKey(person) -> Optional.of(Refusal.STOPPED);
            case MarkingAct.PutAside put when stopped.containsKey(person) -> Optional.of(Refusal.STOPPED);
            default -> Optional.empty();
        };
    }

    private Optional<Refusal> refusal(MarkingAct.SampleMarked marked, String person, MarkingScheme scheme) {
        if (stopped.containsKey(person)) {
            return Optional.of(Refusal.STOPPED);
        }
        if (scheme.sample(marked.sample()).isEmpty()) {
            return Optional.of(Refusal.NO_SUCH_SAMPLE);
        }
        return scheme.problem(marked.given()).map(problem -> Refusal.NOT_BY_SCHEME);
    }

    /** Returns this after {@code person} did {@code act}; what is done with an answer changes nothing. */
    public QuestionMarking after(MarkingAct act, String person) {
        return switch (act) {
            case MarkingAct.SampleMarked marked -> {
                Map<String, Map<String, MarksGiven>> all = new HashMap<>(samples);
                Map<String, MarksGiven> own = new HashMap<>(all.getOrDefault(person, Map.of()));
                own.put(marked.sample(), marked.given());
                all.put(person, own);
                yield new QuestionMarking(all, stopped);
            }
            case MarkingAct.Stopped stop -> {
                Map<String, String> all = new HashMap<>(stopped);
                all.put(stop.marker(), stop.reason());
                yield new QuestionMarking(samples, all);
            }
            case MarkingAct.Readmitted again -> {
                Map<String, String> all = new HashMap<>(stopped);
                all.remove(again.marker());
                yield new QuestionMarking(samples, all);
            }
            case MarkingAct.OnAnswer answer -> this;
        };
    }

    /** Returns how far the marks that {@code person} gave to samples agree with the known ones; empty if there are none. */
    public Optional<Agreement> agreement(String person, MarkingScheme scheme) {
        List<Agreement.Pair> pairs = new ArrayList<>();
        samples.getOrDefault(person, Map.of())
                .forEach((id, given) -> scheme.sample(id).ifPresent(sample -> {
                    Rational best = scheme.best();
                    pairs.add(new Agreement.Pair(scheme.sum(sample.given(), best), scheme.sum(given, best)));
                }));
        return pairs.isEmpty() ? Optional.empty() : Optional.of(Agreement.of(pairs, Agreement.Weights.QUADRATIC));
    }
}
