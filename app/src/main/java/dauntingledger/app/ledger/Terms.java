package dauntingledger.app.ledger;

import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.sitting.Window;

/**
 * On what terms a candidate sits a paper.
 *
 * @param code what opens the door where the paper asks for a code; known to the invigilator, never sent to a browser of
 *     the candidate
 */
public record Terms(Window window, String code, Accommodations accommodations, Display display) {

    /** At any time, without a code, like everybody else. */
    public static final Terms OPEN = new Terms(Window.ALWAYS, "", Accommodations.NONE, Display.OWN);

    /**
     * How the room looks for this candidate until they change it.
     *
     * @param theme a theme of the display panel, or empty for the candidate's own choice
     * @param textSize a text size of it in per cent, or empty
     */
    public record Display(String theme, String textSize) {
        public static final Display OWN = new Display("", "");
    }

    /** Returns {@code paper} as it is sat on these terms. */
    public Paper personal(Paper paper) {
        return accommodations.applyTo(paper);
    }

    /** @param extraBreak what an extra break is called in the language of the paper */
    Paper personal(Paper paper, String extraBreak) {
        return accommodations.applyTo(paper, extraBreak);
    }

    public Terms within(Window hours) {
        return new Terms(hours, code, accommodations, display);
    }

    public Terms withCode(String opening) {
        return new Terms(window, opening, accommodations, display);
    }

    public Terms granting(Accommodations granted, Display shown) {
        return new Terms(window, code, granted, shown);
    }
}
