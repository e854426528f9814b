package dauntingledger.app.invigilation;

import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Locks;
import dauntingledger.app.words.WallClock;
import dauntingledger.rulebook.sitting.Act;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Finds out what an invigilator should know of: who writes from another browser, whose entries are held, who is locked out. */
@Component
class WatchList {

    private static final Duration RECENT = Duration.ofHours(2);

    private final Floor floor;
    private final Locks locks;
    private final WallClock wall;

    WatchList(Floor floor, Locks locks, WallClock wall) {
        this.floor = floor;
        this.locks = locks;
        this.wall = wall;
    }

    /**
     * Somebody to know of.
     *
     * @param since when it happened, or empty
     * @param entries how many entries it is about, or 0
     */
    record Known(long sitting, String candidate, String number, String seat, String since, int entries) {}

    /** Returns who has lately gone on in another browser than before. */
    List<Known> moved(List<Floor.Watched> places, Instant now) {
        return places.stream()
                .flatMap(place -> place.opened().entries().stream()
                        .filter(entry -> entry.act() instanceof Act.SeatTaken taken
                                && taken.replaces().isPresent())
                        .filter(entry -> entry.at().plus(RECENT).isAfter(now))
                        .map(entry -> known(place, wall.time(entry.at()), 0)))
                .toList();
    }

    /** Returns whose entries wait for a decision. */
    List<Known> held(List<Floor.Watched> places) {
        return places.stream()
                .filter(place -> place.opened().waiting() > 0)
                .map(place -> known(place, "", place.opened().waiting()))
                .toList();
    }

    /** Returns who has to wait before signing in, because of wrong PINs. */
    List<Known> locked(List<Floor.Watched> places, Instant now) {
        Set<String> numbers = locks.locked(now);
        return places.stream()
                .filter(place -> numbers.contains(place.appointment().candidate()))
                .map(place -> known(place, "", 0))
                .toList();
    }

    private Known known(Floor.Watched place, String since, int entries) {
        Candidate candidate = floor.candidate(place.appointment());
        return new Known(
                place.appointment().sitting().value(),
                candidate.name(),
                candidate.number(),
                place.appointment().chair(),
                since,
                entries);
    }
}
