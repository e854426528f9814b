package dauntingledger.app.room;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.papers.PaperText;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.Window;
import java.util.List;

/**
 * A sitting and what is read in it.
 *
 * @param text the paper as everybody has it, in the candidate's language
 * @param paper the candidate's own
 */
record Here(Ledgers.Opened opened, Appointment appointment, PaperText text, Paper paper) {

    Sitting sitting() {
        return opened.sitting();
    }

    /** Returns the place on the route where the sitting is. */
    int index() {
        return sitting().route().position().index(paper.route().size());
    }

    Window window() {
        return appointment.terms().window();
    }

    /** Returns the pages to read at a stage. */
    List<PaperText.Page> pages(StageId stage) {
        return text.pages().getOrDefault(stage, List.of());
    }
}
