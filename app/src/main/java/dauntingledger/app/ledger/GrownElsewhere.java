package dauntingledger.app.ledger;

/**
 * Tells that another node has written to a sitting; it is durable. What was written is read by whoever needs it, and not while
 * this is heard.
 */
public record GrownElsewhere(SittingId sitting) {}
