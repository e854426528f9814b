package dauntingledger.app.invigilation;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.ledger.Standing;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.BooleanSupplier;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** A board that is open: who sits there, the windows that look at it, and what they have not been sent yet. */
final class Board {

    private final Instant openedAt;
    private final List<Appointment> roster;
    private final List<Map<String, Object>> routes;
    private final Map<SittingId, Shown> shown = new LinkedHashMap<>();
    private final Set<Shown> changed = ConcurrentHashMap.newKeySet();
    private final Set<Shown> grownElsewhere = ConcurrentHashMap.newKeySet();
    private final AtomicBoolean logged = new AtomicBoolean();
    private final List<Window> windows = new CopyOnWriteArrayList<>();

    Board(Instant openedAt, List<Appointment> roster, BoardPlaces.Roll roll) {
        this.openedAt = openedAt;
        this.roster = roster;
        this.routes = roll.routes();
        roll.seated().stream().map(seated -> new Shown(this, seated)).forEach(one -> shown.put(one.sitting(), one));
    }

    /** A window that looks at a board, as long as whose it is may. */
    record Window(SseEmitter stream, BooleanSupplier allowed) {}

    /** A sitting as the windows show it. */
    static final class Shown {
        private final Board board;
        private final BoardPlaces.Seated seated;
        private Optional<Standing> told = Optional.empty();
        private volatile BoardPlaces.Live live = BoardPlaces.Live.HERE;

        private Shown(Board board, BoardPlaces.Seated seated) {
            this.board = board;
            this.seated = seated;
        }

        Board board() {
            return board;
        }

        SittingId sitting() {
            return appointment().sitting();
        }

        Appointment appointment() {
            return seated.placed().appointment();
        }

        /** What the ledger has told is newer than what was read. */
        synchronized Standing standing() {
            return told.orElse(seated.placed().standing());
        }

        synchronized Optional<Standing> told() {
            return told;
        }

        synchronized void tell(Standing standing) {
            told = Optional.of(standing);
        }

        /** Takes what was read, unless something was told since {@code before}; returns whether it did. */
        synchronized boolean tellRead(Optional<Standing> before, Standing standing) {
            boolean newer = told.equals(before);
            if (newer) {
                told = Optional.of(standing);
            }
            return newer;
        }

        /** Takes what is not stored of it, and returns whether it has changed. */
        boolean live(BoardPlaces.Live now) {
            boolean changed = !now.equals(live);
            live = now;
            return changed;
        }

        Map<String, Object> plain() {
            return BoardPlaces.plain(seated, standing(), live);
        }
    }

    /** Returns when its first window was opened. */
    Instant openedAt() {
        return openedAt;
    }

    List<Appointment> roster() {
        return roster;
    }

    /** Returns how those who sit there go through their papers, as plain values. */
    List<Map<String, Object>> routes() {
        return routes;
    }

    Map<SittingId, Shown> shown() {
        return shown;
    }

    /** Returns what is sent with the next turn. */
    Set<Shown> changed() {
        return changed;
    }

    /** Returns what other nodes have written to since it was read. */
    Set<Shown> grownElsewhere() {
        return grownElsewhere;
    }

    /** Returns whether the log has something that was not told yet. */
    AtomicBoolean logged() {
        return logged;
    }

    List<Window> windows() {
        return windows;
    }
}
