package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.Interaction.Completeness;
import dauntingledger.rulebook.response.Play;
import dauntingledger.rulebook.response.Program;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * A question of a sitting: what the candidate has made of it, and whether it can still change.
 *
 * @param seen how much of it was ever in view
 * @param marked whether it is marked for review
 * @param open whether its block is open
 * @param seal what keeps it from changing while its block is open
 * @param spentMillis how long it was in view
 */
public record Question(Item item, Work work, Seen seen, boolean marked, boolean open, Seal seal, long spentMillis) {

    /** The longest label that fits a cell of the ledger. */
    public static final int LABEL_LENGTH = 5;

    public Question {
        requireNonNull(item, "item");
        requireNonNull(work, "work");
        requireNonNull(seen, "seen");
        requireNonNull(seal, "seal");
    }

    static Question untouched(Item item) {
        return new Question(item, Work.NONE, Seen.NOT_YET, false, false, Seal.NONE, 0);
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
        TRIES,
        /** What is right was shown, in practice. */
        CHECKED;

        /** Returns whether a question sealed like this can still be looked at. */
        public boolean canBeOpened() {
            return this == NONE || this == TRIES || this == CHECKED;
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
        return item.entering().isLimited()
                ? OptionalInt.of(item.entering().tries() - work.tries())
                : OptionalInt.empty();
    }

    /** Returns whether an answer is given that still wants entering. */
    public boolean wantsEntering() {
        return item.entering().deliberate() && !work.entered() && !work.isBlank();
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
        return !begun() ? Completeness.BLANK : answered() == item.asked() ? Completeness.FULL : Completeness.PART;
    }

    /** Returns the value entered for {@code response}, or empty if that is blank. */
    public Optional<Value> response(ResponseId response) {
        return Optional.ofNullable(work.responses().get(response));
    }

    /** Returns how often a sound or film can still be played, or empty where that is not limited, or it is none. */
    public OptionalInt playsLeft(ResponseId response) {
        return item.interaction(response).orElse(null) instanceof Play play && play.most() > 0
                ? OptionalInt.of(play.most() - work.plays().getOrDefault(response, 0))
                : OptionalInt.empty();
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
        if (work.isBlank()) {
            return "";
        }
        if (item.asked() > 1) {
            return answered() + "/" + item.asked();
        }
        Map.Entry<ResponseId, Value> only =
                work.responses().entrySet().iterator().next();
        return item.interaction(only.getKey()).orElseThrow().label(only.getValue());
    }

    Totals totals() {
        return Totals.of(completeness(), opened(), marked);
    }

    Question look() {
        return opened() ? this : seen(Seen.OPENED);
    }

    Question seeTheEnd() {
        return seen(Seen.TO_THE_END);
    }

    Question mark(boolean on) {
        return new Question(item, work, seen, on, open, seal, spentMillis);
    }

    Question unlock() {
        return open ? this : new Question(item, work, seen, marked, true, seal, spentMillis);
    }

    /** Closes it with its block; an answer that still wants entering is entered. */
    Question close() {
        return new Question(item, workEntered(), seen, marked, false, seal, spentMillis);
    }

    /** Seals it for good; an answer that still wants entering is entered. */
    Question seal(Seal how) {
        return new Question(item, workEntered(), seen, marked, open, how, spentMillis);
    }

    private Work workEntered() {
        return wantsEntering() ? work.enter(false) : work;
    }

    /** Enters the answer that is given, which uses up a try where tries are counted. */
    Question enter() {
        boolean counted = item.entering().isLimited();
        Question entered = with(work.enter(counted));
        return counted && entered.work.tries() >= item.entering().tries() ? entered.seal(Seal.TRIES) : entered;
    }

    Question spend(long moreMillis) {
        return new Question(item, work, seen, marked, open, seal, spentMillis + moreMillis);
    }

    Question erase() {
        return with(work.erase());
    }

    /** Takes a response; an option chosen is no longer struck out. */
    Question answer(ResponseId response, Value value) {
        Work changed = item.interaction(response).orElse(null) instanceof Program
                ? work.program(response, value)
                : work.answer(response, value);
        boolean tried = !item.entering().deliberate()
                && item.entering().isLimited()
                && !changed.responses().equals(work.responses());
        Question answered = with(changed);
        return tried && !changed.isBlank() ? answered.enter() : answered;
    }

    Question play(ResponseId response) {
        return with(work.play(response));
    }

    Question run(Act.ProgramRun run) {
        return with(work.run(run));
    }

    Question strike(ResponseId response, ChoiceId choice, boolean on) {
        return with(work.strike(response, choice, on));
    }

    private Question seen(Seen other) {
        return new Question(item, work, other, marked, open, seal, spentMillis);
    }

    private Question with(Work other) {
        return new Question(item, other, seen, marked, open, seal, spentMillis);
    }

    private Completeness completeness(Interaction interaction, Value value) {
        boolean untried = interaction instanceof Program program
                && program.needsExample()
                && !work.programming(program.response()).passes();
        Completeness written = interaction.completeness(value);
        return untried && written == Completeness.FULL ? Completeness.PART : written;
    }

    /** Returns whether a response is more than what stood there before anything was entered. */
    private boolean begun() {
        for (Map.Entry<ResponseId, Value> given : work.responses().entrySet()) {
            Interaction interaction = item.interaction(given.getKey()).orElseThrow();
            if (interaction.completeness(given.getValue()) != Completeness.BLANK) {
                return true;
            }
        }
        return false;
    }

    private int answered() {
        int answered = 0;
        for (Interaction interaction : item.interactions()) {
            Value value = work.responses().get(interaction.response());
            if (value != null && completeness(interaction, value) == Completeness.FULL) {
                answered++;
            }
        }
        return answered;
    }
}
