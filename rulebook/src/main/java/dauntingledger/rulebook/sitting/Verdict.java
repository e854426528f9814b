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
    OFF_THE_PICTURE,
    OTHER_LANGUAGE,
    FIXED_TEXT_LOST,
    PLAYED_OUT,
    TOO_LONG,
    /** The chosen answer cannot be struck out. */
    CHOICE_IS_THE_ANSWER,
    /** The text accepted is not the text of this notice. */
    OTHER_TEXT,
    /** The statement given is not the statement of this notice. */
    STATEMENT_DIFFERS,

    /** A detail that is required is missing, or is not of its kind. */
    DETAILS_WRONG,
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
    /** Questions of this section come one after the other. */
    IN_ORDER,
    /** A question must have a full answer before the candidate goes on. */
    ANSWER_FIRST,
    /** The end of a question must have been in view before the candidate goes on. */
    SEE_THE_END,
    /** The candidate has moved on from this question. */
    SEALED_BY_MOVING_ON,
    /** The question was opened before a break, which has sealed it. */
    SEALED_BY_BREAK,
    /** The answer to this question was entered as often as it may be. */
    SEALED_BY_TRIES,
    /** What is right was shown. */
    SEALED_BY_CHECK,
    /** Questions can be checked only in practice that is for learning. */
    NOT_TO_CHECK,
    /** There is no answer to be entered. */
    NOTHING_TO_ENTER,
    /** The candidate is on a break of their own. */
    ON_BREAK,
    /** The candidate must sign in again after the break. */
    SIGN_IN_AGAIN,
    /** The break is longer than this. */
    BREAK_GOES_ON,
    /** The paper has no breaks at the candidate's own moment. */
    NO_OWN_BREAKS,
    /** The breaks of one's own are used up. */
    BREAKS_USED_UP,
    /** The paper has no review page here, or no page with all questions. */
    NO_SUCH_PAGE,
    /** The last block cannot be closed by the candidate yet, or at all. */
    NOT_BEFORE_THE_END,
    /** There is no survey about this, or it is not closed yet. */
    NO_SURVEY,
    /** The section of the question in view does not offer this tool. */
    TOOL_NOT_OFFERED,
    UNKNOWN_EXHIBIT,
    /** There is no stroke to be taken back or brought back, and no such note or shape. */
    NOTHING_TO_CHANGE,
    /** The tool holds as much as it can. */
    TOOL_FULL,
    /** There is no question of the kind asked for. */
    NOTHING_TO_WALK,
    /** It is so already. */
    ALREADY_SO,
    /** Somebody has changed the clocks since they were looked at. */
    CLOCKS_CHANGED,
    /** Nobody has sent this message. */
    NO_SUCH_MESSAGE,
    /** No entry with this id is held. */
    NOTHING_TO_DECIDE,
    /** The ledger holds as many entries as it may. */
    LEDGER_FULL,
    /** What the browser says about its time is not believed as it stands; a person decides about the entry. */
    HELD_FOR_DECISION;

    public boolean isPermitted() {
        return this == PERMITTED;
    }
}
