package dauntingledger.app.ledger;

import dauntingledger.rulebook.sitting.Entry;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** How the sittings of a place stand, and what has happened there; no ledger is folded for it. */
public interface Standings {

    /** A sitting and how it stands. */
    record Placed(Appointment appointment, Standing standing) {}

    /** Something that the log of the room has. */
    record Noted(SittingId sitting, Entry entry) {}

    /**
     * Returns the sittings of an exam that are held in one place, by the numbers of their candidates.
     *
     * @param room none for those at home or without a place
     */
    List<Placed> of(ExamId exam, Optional<RoomId> room);

    /** Returns the newest lines of the log of that place, at most {@code most}, the newest first. */
    List<Noted> log(ExamId exam, Optional<RoomId> room, int most);

    /** Returns when a sitting was heard last since this server started; empty if it was not. */
    Optional<Instant> heard(SittingId sitting);

    /** Returns how many entries a sitting's browser has announced and not sent. */
    int waiting(SittingId sitting);
}
