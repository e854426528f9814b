package dauntingledger.app.ledger;

/** Tells that the log of the room has something new about a sitting; it is durable. Heard like {@link StandingChanged}. */
public record Noted(SittingId sitting) {}
