package dauntingledger.app.invigilation;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.rulebook.sitting.Act;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Pauses that end as soon as everybody is connected again. It is kept in memory: after a restart of the server they go on
 * until somebody ends them, and the board shows them growing.
 */
@Component
class Resumes {

    private final Boards boards;
    private final Ledgers ledgers;
    private final Clock clock;
    private final ConcurrentMap<Place.Key, Waiting> waiting = new ConcurrentHashMap<>();

    Resumes(Boards boards, Ledgers ledgers, Clock clock) {
        this.boards = boards;
        this.ledgers = ledgers;
        this.clock = clock;
    }

    private record Waiting(List<Appointment> sittings, Act.Resumed resumed) {}

    void whenBack(Place.Key place, List<Appointment> sittings, Act.Resumed resumed) {
        waiting.put(place, new Waiting(List.copyOf(sittings), resumed));
    }

    void forget(Place.Key place) {
        waiting.remove(place);
    }

    @Scheduled(fixedDelayString = "${exam.board.look:1s}")
    void look() {
        for (Map.Entry<Place.Key, Waiting> one : waiting.entrySet()) {
            List<Appointment> sittings = one.getValue().sittings();
            boolean allBack = sittings.stream().noneMatch(sitting -> boards.isLost(sitting.sitting()));
            if (allBack && waiting.remove(one.getKey(), one.getValue())) {
                sittings.forEach(
                        sitting -> ledgers.record(sitting, one.getValue().resumed(), clock.instant()));
            }
        }
    }
}
