package dauntingledger.app.ledger;

/** Tells how a sitting stands now; it is durable. Published while its ledger is locked, so whoever hears it is quick. */
public record StandingChanged(Standing standing) {}
