package dauntingledger.rulebook.sitting;

/** Whether an act is permitted, and if not, why. The words for a person are chosen by whoever shows the verdict. */
public enum Verdict {
    PERMITTED,
    /** The exam was handed in or the sitting ended. */
    SITTING_OVER,
    /** The invigilator has stopped the clocks. */
    PAUSED,
    /** The block was closed by the candidate. */
    SECTION_CLOSED,
    /** The block was closed by time. */
    TIME_RAN_OUT,
    /** The stage or the question's block is not open yet. */
    NOT_OPEN_YET,
    /** The route does not lead there from here. */
    NOT_ON_THE_ROUTE,
    /** The act belongs to another kind of stage than the open one. */
    WRONG_STAGE,
    UNKNOWN_STAGE,
    UNKNOWN_QUESTION,
    UNKNOWN_RESPONSE,
    UNKNOWN_CHOICE,
    UNKNOWN_TIME_BOX,
    /** The value has not the shape that the interaction takes. */
    WRONG_SHAPE,
    TOO_MANY_CHOICES,
    TOO_LONG,
    /** The chosen answer cannot be struck out. */
    CHOICE_IS_THE_ANSWER,
    /** The text accepted is not the text of this notice. */
    OTHER_TEXT,
    /** The statement given is not the statement of this notice. */
    STATEMENT_DIFFERS,
    /** The doors of this sitting are not open yet. */
    TOO_EARLY,
    /** The window of this sitting has closed. */
    TOO_LATE,
    /** What the candidate reported is not resolved yet. */
    REPORT_OPEN,
    /** The instructions cannot be left before their least reading time. */
    READ_ON,
    /** A line of the station check does not pass. */
    STATION_NOT_READY,
    /** No more codes may be tried; the invigilator can admit. */
    OUT_OF_TRIES,
    /** The door has no use for this. */
    NOT_NEEDED,
    UNKNOWN_LANGUAGE,
    /** The paper does not let the language be changed here. */
    LANGUAGE_FIXED,
    /** There is no question of the kind asked for. */
    NOTHING_TO_WALK,
    /** It is so already. */
    ALREADY_SO,
    /** The entry was carried for longer than the paper accepts; a person decides about it. */
    HELD_FOR_DECISION;

    public boolean isPermitted() {
        return this == PERMITTED;
    }
}
