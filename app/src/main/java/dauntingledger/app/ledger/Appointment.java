package dauntingledger.app.ledger;

import dauntingledger.app.papers.PaperRef;

/**
 * Who sits which paper, and where.
 *
 * @param candidate the candidate's number
 * @param seat the name of the seat in the room
 */
public record Appointment(SittingId sitting, String candidate, PaperRef paper, String seat, Terms terms) {}
