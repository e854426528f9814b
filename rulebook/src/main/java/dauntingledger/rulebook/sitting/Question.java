package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.Interaction.Completeness;
import dauntingledger.rulebook.response.Play;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;

/**
 * A question of a sitting: what the candidate has entered and ruled out, and whether it can still change.
 *
 * @param seen how much of it was ever in view
 * @param responses the response to each interaction that has one; never a blank value
 * @param plays how often each sound or film has begun to play, where it has
 * @param struck the options struck out, by response
 * @param marked whether it is marked for review
 * @param entered whether the responses are entered; apart from being there where they are entered deliberately
 * @param tries how often an answer was entered, where that is counted
 * @param open whether its block is open
 * @param seal what keeps it from changing while its block is open
 * @param spentMillis how long it was in view
 */
public record Question(
        Item item,
        Seen seen,
        Map<ResponseId, Value> responses,
        Map<ResponseId, Integer> plays,
        Map<ResponseId, Set<ChoiceId>> struck,
        boolean marked,
        boolean entered,
        int tries,
        boolean open,
        Seal seal,
        long spentMillis) {

    /** The longest label that fits a cell of the ledger. */
    public static final int LABEL_LENGTH = 5;

    public Question {
        requireNonNull(item, "item");
        requireNonNull(responses, "responses");
        requireNonNull(plays, "plays");
        requireNonNull(struck, "struck");
        requireNonNull(seen, "seen");
        requireNonNull(seal, "seal");
    }

    static Question untouched(Item item) {
        return new Question(item, Seen.NOT_YET, Map.of(), Map.of(), Map.of(), false, false, 0, false, Seal.NONE, 0);
    }

    /** How much of a question was in view. */
    public enum Seen {
        NOT_YET,
        OPENED,
        TO_THE_END
    }

    /** What keeps a question from changing for good. */
    public enum Seal {
        NONE,
        /** The candidate has moved on from it. */
        MOVED_ON,
        /** It was opened before a break of the candidate's own. */
        BREAK,
        /** No more tries are left. */
        TRIES;

        /** Returns whether a question sealed like this can still be looked at. */
        public boolean canBeOpened() {
            return this == NONE || this == TRIES;
        }
    }

    public boolean opened() {
        return seen != Seen.NOT_YET;
    }

    /** Returns whether it can no longer change. */
    public boolean sealed() {
        return !open || seal != Seal.NONE;
    }

    /** Returns how many tries are left, or empty where they are not counted. */
    public OptionalInt triesLeft() {
        return item.entering().isLimited() ? OptionalInt.of(item.entering().tries() - tries) : OptionalInt.empty();
    }

    /** Returns whether an answer is given that still wants entering. */
    public boolean wantsEntering() {
        return item.entering().deliberate() && !entered && !responses.isEmpty();
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
            case BLANK -> opened() ? Status.BLANK : Status.NOT_OPENED;
        };
    }

    /** Returns how far it is answered; an answer that still wants entering is not a full one. */
    public Completeness completeness() {
        if (wantsEntering()) {
            return Completeness.PART;
        }
        return responses.isEmpty()
                ? Completeness.BLANK
                : answered() == item.asked() ? Completeness.FULL : Completeness.PART;
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
        if (item.asked() > 1) {
            return answered() + "/" + item.asked();
        }
        Map.Entry<ResponseId, Value> only = responses.entrySet().iterator().next();
        return item.interaction(only.getKey()).orElseThrow().label(only.getValue());
    }

    Totals totals() {
        return Totals.of(completeness(), opened(), marked);
    }

    Question look() {
        return opened() ? this : with(Seen.OPENED);
    }

    Question seeTheEnd() {
        return with(Seen.TO_THE_END);
    }

    Question mark(boolean on) {
        return new Question(item, seen, responses, plays, struck, on, entered, tries, open, seal, spentMillis);
    }

    Question unlock() {
        return open
                ? this
                : new Question(item, seen, responses, plays, struck, marked, entered, tries, true, seal, spentMillis);
    }

    /** Closes it with its block; an answer that still wants entering is entered. */
    Question close() {
        Question closed =
                new Question(item, seen, responses, plays, struck, marked, entered, tries, false, seal, spentMillis);
        return wantsEntering() ? closed.with(true, tries) : closed;
    }

    /** Seals it for good; an answer that still wants entering is entered. */
    Question seal(Seal how) {
        Question sealed =
                new Question(item, seen, responses, plays, struck, marked, entered, tries, open, how, spentMillis);
        return wantsEntering() ? sealed.with(true, tries) : sealed;
    }

    /** Enters the answer that is given, which uses up a try where tries are counted. */
    Question enter() {
        int used = item.entering().isLimited() ? tries + 1 : tries;
        Question now = with(true, used);
        return item.entering().isLimited() && used >= item.entering().tries() ? now.seal(Seal.TRIES) : now;
    }

    Question spend(long moreMillis) {
        return new Question(
                item, seen, responses, plays, struck, marked, entered, tries, open, seal, spentMillis + moreMillis);
    }

    Question erase() {
        return given(Map.of());
    }

    /** Takes a response; an option chosen is no longer struck out. */
    Question answer(ResponseId response, Value value) {
        Map<ResponseId, Value> changed = with(response, value);
        Question answered = given(changed);
        for (ChoiceId choice : struckIn(response)) {
            if (value.elements().contains(choice.value())) {
                answered = answered.strike(response, choice, false);
            }
        }
        boolean tried = !item.entering().deliberate() && item.entering().isLimited() && !changed.equals(responses);
        return tried && !changed.isEmpty() ? answered.enter() : answered;
    }

    /** Returns how often a sound or film can still be played, or empty where that is not limited, or it is none. */
    public OptionalInt playsLeft(ResponseId response) {
        return item.interaction(response).orElse(null) instanceof Play play && play.most() > 0
                ? OptionalInt.of(play.most() - plays.getOrDefault(response, 0))
                : OptionalInt.empty();
    }

    Question play(ResponseId response) {
        Map<ResponseId, Integer> more = new LinkedHashMap<>(plays);
        more.merge(response, 1, Integer::sum);
        return new Question(item, seen, responses, more, struck, marked, entered, tries, open, seal, spentMillis);
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
        return new Question(item, seen, responses, plays, changed, marked, entered, tries, open, seal, spentMillis);
    }

    private Question with(Seen other) {
        return new Question(item, other, responses, plays, struck, marked, entered, tries, open, seal, spentMillis);
    }

    private Question with(boolean nowEntered, int used) {
        return new Question(item, seen, responses, plays, struck, marked, nowEntered, used, open, seal, spentMillis);
    }

    private Question given(Map<ResponseId, Value> changed) {
        return new Question(item, seen, changed, plays, struck, marked, false, tries, open, seal, spentMillis);
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

    private int answered() {
        int answered = 0;
        for (Interaction interaction : item.interactions()) {
            Value value = responses.get(interaction.response());
            if (value != null && interaction.completeness(value) == Completeness.FULL) {
                answered++;
            }
        }
        return answered;
    }
}
