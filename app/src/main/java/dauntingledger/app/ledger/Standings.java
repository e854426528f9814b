package dauntingledger.app.ledger;

import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Actor;
import dauntingledger.rulebook.sitting.Entry;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;

/** How the sittings of a place stand, and what has happened there; no ledger is folded for it. */
public interface Standings {

    /** A sitting and how it stands. */
    record Placed(Appointment appointment, Standing standing) {}

    /** Something that the log of the room has. */
    record Logged(SittingId sitting, Entry entry) {}

    /** Returns whether the log has an act: what others did, and what of the candidate's can be seen from outside. */
    static boolean isLogged(Act act) {
        return switch (act) {
            case Act.OnHelp call -> true;
            case Act.HandedIn handedIn -> true;
            case Act.NoticeDeclined declined -> true;
            case Act.BreakBegun begun -> true;
            case Act.BreakEnded ended -> true;
            case Act.WrongReported reported -> true;
            case Act.HeardAgain again -> true;
            case Act.OnWatch watched -> true;
            case Act.SeatTaken taken -> taken.replaces().isPresent();
            default -> act.actor() == Actor.INVIGILATOR || act.actor() == Actor.OFFICE;
        };
    }

    /**
     * Returns the sittings of an exam that are held in one place, by the numbers of their candidates.
     *
     * @param room none for those at home or without a place
     */
    List<Placed> of(ExamId exam, Optional<RoomId> room);

    /** Returns how some sittings stand, in any order; one that is not there any more is left out. */
    List<Standing> standing(Collection<SittingId> sittings);

    /** Returns the newest lines of the log of that place, at most {@code most}, the newest first. */
    List<Logged> log(ExamId exam, Optional<RoomId> room, int most);

    /**
     * Returns since when nothing is heard of the seat of a sitting, if that is longer than a connected one is silent.
     *
     * @param from what counts for a seat that was not heard since this server started
     */
    Optional<Instant> silentSince(SittingId sitting, Instant now, Instant from);

    /** Returns how many entries a sitting's browser has announced and not sent. */
    int waiting(SittingId sitting);
}
