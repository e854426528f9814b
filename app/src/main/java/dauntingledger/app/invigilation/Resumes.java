package dauntingledger.app.invigilation;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.Standings;
import dauntingledger.app.nodes.OtherNodes;
import dauntingledger.rulebook.sitting.Act;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Pauses that end as soon as everybody is connected again. It is kept in the memory of the node that was asked: after
 * its end they go on until somebody ends them, and the board shows them growing.
 */
@Component
class Resumes {

    private final Standings standings;
    private final Ledgers ledgers;
    private final Clock clock;
    private final OtherNodes nodes;
    private final ConcurrentMap<Place.Key, Waiting> waiting = new ConcurrentHashMap<>();

    Resumes(Standings standings, Ledgers ledgers, Clock clock, OtherNodes nodes) {
        this.nodes = nodes;
        this.standings = standings;
        this.ledgers = ledgers;
        this.clock = clock;
    }

    private record Waiting(List<Appointment> sittings, Act.Resumed resumed) {}

    void whenBack(Place.Key place, List<Appointment> sittings, Act.Resumed resumed) {
        forget(place);
        waiting.put(place, new Waiting(List.copyOf(sittings), resumed));
    }

    /** Forgets what waits at a place, on whatever node. */
    void forget(Place.Key place) {
        waiting.remove(place);
        nodes.tell(ToldOfPlaces.RESUMED, List.of(place.toString()));
    }

    void forgottenElsewhere(Place.Key place) {
        waiting.remove(place);
    }

    /** Returns whether nothing is heard of a seat; also one that was not heard since the server started. */
    boolean isAway(Appointment sitting) {
        return standings
                .silentSince(sitting.sitting(), clock.instant(), Instant.EPOCH)
                .isPresent();
    }

    /** Resumes those who are all back. If one fails it is tried again with the next look; nobody resumes twice. */
    @Scheduled(fixedDelayString = "${exam.board.look:1s}")
    void look() {
        waiting.forEach((place, one) -> {
            if (one.sittings().stream().noneMatch(this::isAway)) {
                one.sittings().forEach(sitting -> ledgers.record(sitting, one.resumed(), clock.instant()));
                waiting.remove(place, one);
            }
        });
    }
}
