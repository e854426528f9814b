package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.picture.PictureView;
import dauntingledger.rulebook.tools.Toolbox;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What has become of a sitting at one instant, for those who read it; a {@link Fold} changes it.
 *
 * <p>Every field holds an immutable value that an act replaces by another one. So a copy is a copy of the fields, and
 * what is worked out from some of them holds as long as they are the same values.
 */
abstract sealed class State permits Fold {

    /** How many messages one candidate can be sent. */
    static final int MOST_MESSAGES = 200;

    static final Act.CameraSaw NOTHING_STRANGE = new Act.CameraSaw(PictureView.ONE_FACE, Instant.EPOCH);

    final PaperIndex index;
    QuestionStates states;
    Timekeeper time;
    Doorway door;
    StageLog log;
    BreakLog breaks;
    Toolbox tools = Toolbox.EMPTY;
    List<Refusal> refusals = List.of();
    List<Warning> warnings = List.of();

    /** The instant everything else is said of, in milliseconds as entries count them. */
    long now;

    Position position = new Position.Before(0);

    @Nullable
    Help help;

    @Nullable
    String seat;

    List<Message> messages = List.of();
    Absences absences = Absences.NONE;

    /** What the camera was said to see last. */
    Act.CameraSaw seen = NOTHING_STRANGE;

    @Nullable
    Instant pausedSince;

    String pauseWords = "";

    /** From when on the pause that goes on could be known in the room, in milliseconds. */
    long pauseTold;

    /** When the candidate had been heard before the entry that is judged, or {@link Entry#UNHEARD}. */
    long heard = Entry.UNHEARD;

    /** Where the invigilator has ended the sitting, or null. */
    @Nullable
    Position endedAt;

    private @Nullable Due due;

    State(PaperIndex index) {
        this.index = index;
        this.states = QuestionStates.untouched(index);
        this.time = Timekeeper.before(index);
        this.door = Doorway.before(index.window());
        this.log = StageLog.blank(index.stages());
        this.breaks = BreakLog.none(index.paper().rules().ownBreaks());
    }

    /** Written out, because {@code Object.clone} takes ten times as long in the browser, and each entry makes a copy. */
    State(State other) {
        this.index = other.index;
        this.states = other.states;
        this.time = other.time;
        this.door = other.door;
        this.log = other.log;
        this.breaks = other.breaks;
        this.tools = other.tools;
        this.refusals = other.refusals;
        this.warnings = other.warnings;
        this.now = other.now;
        this.position = other.position;
        this.help = other.help;
        this.seat = other.seat;
        this.messages = other.messages;
        this.absences = other.absences;
        this.seen = other.seen;
        this.pausedSince = other.pausedSince;
        this.pauseWords = other.pauseWords;
        this.pauseTold = other.pauseTold;
        this.heard = other.heard;
        this.endedAt = other.endedAt;
        this.due = other.due;
    }

    Paper paper() {
        return index.paper();
    }

    /** Returns {@link #now} as an instant. */
    Instant at() {
        return Instant.ofEpochMilli(now);
    }

    /** Returns the index of the stage the sitting is in or before, or the length of the route if it is over. */
    int stageNumber() {
        return position.index(index.stages());
    }

    /** Returns the stage the sitting is in, or null before a stage and at the end. */
    @Nullable
    Stage current() {
        return position instanceof Position.At open ? index.stage(open.stage()) : null;
    }

    boolean isOpen(int stage) {
        return position instanceof Position.At open && open.stage() == stage;
    }

    boolean isOver() {
        return position instanceof Position.Over;
    }

    boolean isPaused() {
        return pausedSince != null;
    }

    /**
     * Returns whether a pause holds the candidate back: not before it could be known, nor for what was made before the
     * candidate was heard again.
     */
    boolean isHeldBack() {
        boolean unaware = heard != Entry.UNHEARD && heard < pauseTold;
        return isPaused() && now >= pauseTold && !unaware;
    }

    /** Returns whether nobody has come in yet. */
    boolean isUntouched() {
        return position instanceof Position.Before before && before.stage() == 0;
    }

    @Nullable
    Message message(String id) {
        for (Message message : messages) {
            if (message.id().equals(id)) {
                return message;
            }
        }
        return null;
    }

    Presence presence() {
        if (breaks.isOn()) {
            return Presence.ON_BREAK;
        }
        return breaks.away() && !(current() instanceof Stage.Break) ? Presence.AWAY : Presence.AT_DESK;
    }

    Arrival arrival() {
        return door.view(current() instanceof Stage.Admission here ? Optional.of(here) : Optional.empty(), now);
    }

    /** Returns what time does next if nothing else happens. */
    Due due() {
        Due known = due;
        if (known == null || !known.holds(this)) {
            known = Due.of(this);
            due = known;
        }
        return known;
    }
}
