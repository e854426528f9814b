package dauntingledger.app.ledger;

/** Names a room in which exams are held. */
public record RoomId(long value) {
    @Override
    public String toString() {
        return String.valueOf(value);
    }
}
