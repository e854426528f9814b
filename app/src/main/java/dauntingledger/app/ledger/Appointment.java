package dauntingledger.app.ledger;

import dauntingledger.app.papers.PaperRef;
import dauntingledger.rulebook.paper.Paper;

/**
 * Who sits which paper, and where.
 *
 * @param candidate the candidate's number
 * @param chair where the candidate sits in the room, as people there call it
 * @param seed what the candidate's items and the order of options are drawn with; 0 for a sitting from before there was
 *     one
 */
public record Appointment(SittingId sitting, String candidate, PaperRef paper, String chair, Terms terms, int seed) {

    /** Returns {@code whole}, which is this paper in some language, as this candidate sits it. */
    public Paper personal(Paper whole) {
        return terms.personal(whole.drawn(seed));
    }

    /**
     * Returns {@code whole} as {@link #personal(Paper)} does, to be read.
     *
     * @param extraBreak what an extra break is called in the language of the paper
     */
    public Paper personal(Paper whole, String extraBreak) {
        return terms.personal(whole.drawn(seed), extraBreak);
    }
}
