package dauntingledger.app.ledger;

/** Names an exam of the office. */
public record ExamId(long value) {
    @Override
    public String toString() {
        return String.valueOf(value);
    }
}
