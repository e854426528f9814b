package dauntingledger.app.ledger;

import dauntingledger.rulebook.sitting.Entry;

/** Tells that somebody else than the candidate's browser has made an entry, which is durable now. */
public record Recorded(SittingId sitting, Entry entry) {}
