package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.program.Trial;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What a candidate has made of a question: what is entered, played and ruled out.
 *
 * @param responses the response to each interaction that has one; never a blank value
 * @param plays how often each sound or film has begun to play, where it has
 * @param struck the options struck out, by response
 * @param entered whether the responses are entered; apart from being there where they are entered deliberately
 * @param tries how often an answer was entered, where that is counted
 * @param programs what was tried and laid aside of each program
 */
public record Work(
        Map<ResponseId, Value> responses,
        Map<ResponseId, Integer> plays,
        Map<ResponseId, Set<ChoiceId>> struck,
        boolean entered,
        int tries,
        Map<ResponseId, Programming> programs) {

    static final Work NONE = new Work(Map.of(), Map.of(), Map.of(), false, 0, Map.of());

    public Work {
        requireNonNull(responses, "responses");
        requireNonNull(plays, "plays");
        requireNonNull(struck, "struck");
        requireNonNull(programs, "programs");
    }

    /** Returns what was tried and laid aside of a program. */
    public Programming programming(ResponseId response) {
        return programs.getOrDefault(response, Programming.NONE);
    }

    /** Returns whether no response is given. */
    public boolean isBlank() {
        return responses.isEmpty();
    }

    Work enter(boolean counted) {
        return new Work(responses, plays, struck, true, counted ? tries + 1 : tries, programs);
    }

    Work erase() {
        Map<ResponseId, Programming> laidAside = new LinkedHashMap<>(programs);
        responses.forEach((response, value) ->
                laidAside.computeIfPresent(response, (id, programming) -> programming.after(value, Optional.empty())));
        return new Work(Map.of(), plays, struck, false, tries, laidAside);
    }

    /** Takes a response that is not entered yet; an option chosen is no longer struck out. */
    Work answer(ResponseId response, Value value) {
        Work answered = new Work(with(response, value), plays, struck, false, tries, programs);
        for (ChoiceId choice : struckIn(response)) {
            if (value.elements().contains(choice.value())) {
                answered = answered.strike(response, choice, false);
            }
        }
        return answered;
    }

    /** Most questions have one response: it is the map. */
    private Map<ResponseId, Value> with(ResponseId response, Value value) {
        if (responses.isEmpty() || responses.size() == 1 && responses.containsKey(response)) {
            return value.isBlank() ? Map.of() : Map.of(response, value);
        }
        Map<ResponseId, Value> changed = new LinkedHashMap<>(responses);
        if (value.isBlank()) {
            changed.remove(response);
        } else {
            changed.put(response, value);
        }
        return changed;
    }

    /** Takes a program in place of the former one. */
    Work program(ResponseId response, Value value) {
        Value before = responses.getOrDefault(response, value.with(List.of()));
        return answer(response, value).with(response, programming(response).after(before, Optional.of(value)));
    }

    Work run(Act.ProgramRun run) {
        Trial trial = new Trial(run.endings(), true);
        return run.examples() ? with(run.response(), programming(run.response()).tried(trial)) : this;
    }

    private Work with(ResponseId response, Programming programming) {
        Map<ResponseId, Programming> changed = new LinkedHashMap<>(programs);
        changed.put(response, programming);
        return new Work(responses, plays, struck, entered, tries, changed);
    }

    Work play(ResponseId response) {
        Map<ResponseId, Integer> more = new LinkedHashMap<>(plays);
        more.merge(response, 1, Integer::sum);
        return new Work(responses, more, struck, entered, tries, programs);
    }

    Work strike(ResponseId response, ChoiceId choice, boolean on) {
        Set<ChoiceId> choices = new LinkedHashSet<>(struckIn(response));
        if (on) {
            choices.add(choice);
        } else {
            choices.remove(choice);
        }
        Map<ResponseId, Set<ChoiceId>> changed = new LinkedHashMap<>(struck);
        if (choices.isEmpty()) {
            changed.remove(response);
        } else {
            changed.put(response, choices);
        }
        return new Work(responses, plays, changed, entered, tries, programs);
    }

    boolean isStruck(ResponseId response, ChoiceId choice) {
        return struckIn(response).contains(choice);
    }

    boolean isChosen(ResponseId response, ChoiceId choice) {
        Value given = responses.get(response);
        return given != null && given.elements().contains(choice.value());
    }

    private Set<ChoiceId> struckIn(ResponseId response) {
        return struck.getOrDefault(response, Set.of());
    }
}
