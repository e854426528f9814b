package dauntingledger.rulebook.sitting;

/** An entry that stands in the ledger without effect, and why. */
public record Refusal(EntryId entry, Verdict verdict) {}
