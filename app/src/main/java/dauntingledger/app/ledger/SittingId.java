package dauntingledger.app.ledger;

/** Names a candidate's sitting of a paper. */
public record SittingId(long value) {

    @Override
    public String toString() {
        return String.valueOf(value);
    }
}
