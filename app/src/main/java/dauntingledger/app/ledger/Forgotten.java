package dauntingledger.app.ledger;

/** Tells, in the transaction that deletes it, that practice is deleted: whoever keeps something of it deletes that too. */
public record Forgotten(SittingId sitting) {}
