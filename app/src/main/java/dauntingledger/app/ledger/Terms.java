package dauntingledger.app.ledger;

import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.exam.Supervisor;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.PracticeMode;
import dauntingledger.rulebook.paper.Practised;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Window;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * On what terms a candidate sits a paper.
 *
 * @param code what opens the door where the paper asks for a code; known to the invigilator, never sent to a browser of
 *     the candidate
 * @param supervisor who looks after a candidate at home; the code is theirs then, and nobody else has it
 * @param practised how the paper is practised; empty for one that is sat
 */
public record Terms(
        Window window,
        String code,
        Accommodations accommodations,
        Display display,
        Optional<Supervisor> supervisor,
        Optional<Practised> practised) {

    /** At any time, without a code, like everybody else. */
    public static final Terms OPEN =
            new Terms(Window.ALWAYS, "", Accommodations.NONE, Display.OWN, Optional.empty(), Optional.empty());

    /**
     * How the room looks for this candidate until they change it.
     *
     * @param theme a theme of the display panel, or empty for the candidate's own choice
     * @param textSize a text size of it in per cent, or empty
     */
    public record Display(String theme, String textSize) {
        public static final Display OWN = new Display("", "");
    }

    /** At any time, to practise in {@code mode}. */
    public static Terms practising(PracticeMode mode) {
        return practising(Practised.in(mode));
    }

    /** At any time, to practise so. */
    public static Terms practising(Practised how) {
        return new Terms(Window.ALWAYS, "", Accommodations.NONE, Display.OWN, Optional.empty(), Optional.of(how));
    }

    /** Returns what the ledger of a sitting says of these. */
    Act.TermsFixed fixed() {
        return new Act.TermsFixed(window, accommodations, practised);
    }

    /** Returns {@code paper} as it is sat on these terms. */
    public Paper personal(Paper paper) {
        return fixed().personal(paper);
    }

    /** @param extraBreak what an extra break is called in the language of the paper */
    Paper personal(Paper paper, String extraBreak) {
        return fixed().personal(paper, extraBreak);
    }

    public Terms within(Window hours) {
        return new Terms(hours, code, accommodations, display, supervisor, practised);
    }

    public Terms withCode(String opening) {
        return new Terms(window, opening, accommodations, display, supervisor, practised);
    }

    /**
     * Returns these in a place: whoever sits in a room has no supervisor of their own.
     *
     * @param placeCode what opens the door there to whoever has none
     */
    public Terms in(Optional<RoomId> room, String placeCode) {
        return room.isEmpty() && supervisor.isPresent()
                ? this
                : new Terms(window, placeCode, accommodations, display, Optional.empty(), practised);
    }

    /** @param newCode makes a code for one who comes new to this sitting */
    public Terms supervisedBy(Supervisor other, Supplier<String> newCode) {
        String opening = supervisor.isPresent() ? code : newCode.get();
        return new Terms(window, opening, accommodations, display, Optional.of(other), practised);
    }

    public Terms granting(Accommodations granted, Display shown) {
        return new Terms(window, code, granted, shown, supervisor, practised);
    }
}
