package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.ChoiceId;
import dauntingledger.rulebook.paper.Interaction;
import dauntingledger.rulebook.paper.Interaction.Completeness;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ResponseId;
import dauntingledger.rulebook.paper.Value;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A question of a sitting: what the candidate has entered and ruled out, and whether it can still change.
 *
 * @param opened whether it was ever in view
 * @param responses the response to each interaction that has one; never a blank value
 * @param struck the options struck out, by response
 * @param marked whether it is marked for review
 * @param sealed whether it can no longer change
 * @param spentMillis how long it was in view
 */
public record Question(
        Item item,
        boolean opened,
        Map<ResponseId, Value> responses,
        Map<ResponseId, Set<ChoiceId>> struck,
        boolean marked,
        boolean sealed,
        long spentMillis) {

    /** The longest label that fits a cell of the ledger. */
    public static final int LABEL_LENGTH = 5;

    public Question {
        requireNonNull(item, "item");
        requireNonNull(responses, "responses");
        requireNonNull(struck, "struck");
    }

    static Question untouched(Item item) {
        return new Question(item, false, Map.of(), Map.of(), false, true, 0);
    }

    /** Returns how long it was in view. */
    public Duration spent() {
        return Duration.ofMillis(spentMillis);
    }

    /** Whether a question has been looked at and how far it is answered. */
    public enum Status {
        NOT_OPENED,
        BLANK,
        PART,
        ANSWERED
    }

    public Status status() {
        return switch (completeness()) {
            case FULL -> Status.ANSWERED;
            case PART -> Status.PART;
            case BLANK -> opened ? Status.BLANK : Status.NOT_OPENED;
        };
    }

    public Completeness completeness() {
        int full = 0;
        for (Interaction interaction : item.interactions()) {
            if (completeness(interaction) == Completeness.FULL) {
                full++;
            }
        }
        if (full == item.interactions().size()) {
            return Completeness.FULL;
        }
        return responses.isEmpty() ? Completeness.BLANK : Completeness.PART;
    }

    /** Returns the value entered for {@code response}, or empty if that is blank. */
    public Optional<Value> response(ResponseId response) {
        return Optional.ofNullable(responses.get(response));
    }

    /**
     * Returns the candidate's own entry as a ledger cell shows it, empty if there is none: the letters or the number of
     * a question with one interaction, else how many of its parts are answered, {@code 2/3}. A longer label ends in an
     * ellipsis after {@value #LABEL_LENGTH} characters in all.
     */
    public String label() {
        String full = fullLabel();
        return full.length() <= LABEL_LENGTH ? full : full.substring(0, LABEL_LENGTH - 1) + "…";
    }

    /** Returns the candidate's own entry without shortening. */
    public String fullLabel() {
        if (responses.isEmpty()) {
            return "";
        }
        if (item.interactions().size() == 1) {
            Interaction only = item.interactions().getFirst();
            return response(only.response()).map(only::label).orElse("");
        }
        long answered = item.interactions().stream()
                .filter(interaction -> completeness(interaction) == Completeness.FULL)
                .count();
        return answered + "/" + item.interactions().size();
    }

    Totals totals() {
        return Totals.of(completeness(), opened, marked);
    }

    Question open() {
        return opened ? this : new Question(item, true, responses, struck, marked, sealed, spentMillis);
    }

    Question mark(boolean on) {
        return new Question(item, opened, responses, struck, on, sealed, spentMillis);
    }

    Question seal(boolean on) {
        return sealed == on ? this : new Question(item, opened, responses, struck, marked, on, spentMillis);
    }

    Question spend(long moreMillis) {
        return new Question(item, opened, responses, struck, marked, sealed, spentMillis + moreMillis);
    }

    Question erase() {
        return new Question(item, opened, Map.of(), struck, marked, sealed, spentMillis);
    }

    /** Enters a response; an option chosen is no longer struck out. */
    Question answer(ResponseId response, Value value) {
        Question answered = new Question(item, opened, with(response, value), struck, marked, sealed, spentMillis);
        for (ChoiceId choice : struckIn(response)) {
            if (value.elements().contains(choice.value())) {
                answered = answered.strike(response, choice, false);
            }
        }
        return answered;
    }

    Question strike(ResponseId response, ChoiceId choice, boolean on) {
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
        return new Question(item, opened, responses, changed, marked, sealed, spentMillis);
    }

    boolean isStruck(ResponseId response, ChoiceId choice) {
        return struckIn(response).contains(choice);
    }

    boolean isChosen(ResponseId response, ChoiceId choice) {
        return response(response)
                .map(value -> value.elements().contains(choice.value()))
                .orElse(false);
    }

    private Set<ChoiceId> struckIn(ResponseId response) {
        return struck.getOrDefault(response, Set.of());
    }

    private Map<ResponseId, Value> with(ResponseId response, Value value) {
        if (item.interactions().size() == 1) {
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

    private Completeness completeness(Interaction interaction) {
        Value value = responses.get(interaction.response());
        return value == null ? Completeness.BLANK : interaction.completeness(value);
    }
}
