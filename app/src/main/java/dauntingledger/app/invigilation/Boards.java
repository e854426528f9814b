package dauntingledger.app.invigilation;

import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.Recorded;
import dauntingledger.app.ledger.RoomId;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.ledger.Standing;
import dauntingledger.app.ledger.StandingChanged;
import dauntingledger.app.ledger.Standings;
import dauntingledger.rulebook.sitting.Progress;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.BooleanSupplier;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;
import tools.jackson.databind.json.JsonMapper;

/** The boards that somebody looks at: one stream of events for each window, on which only what has changed is sent. */
@Component
class Boards {

    /*
     * What stands in the rows of the sittings is read once, when the first window opens a board. From then on the ledger
     * tells of each change (StandingChanged, under the lock of the sitting), which is only noted here; a few times a
     * second all that was noted is sent at once. Who is connected is not stored: it follows from when each seat was heard
     * last, and is looked at once a second.
     */

    private static final long NO_TIMEOUT = 0L;
    private static final int MOST_WINDOWS = 20;

    private final Standings standings;
    private final BoardPlaces places;
    private final BoardSettings settings;
    private final JsonMapper json;
    private final Clock clock;
    private final ConcurrentMap<Place.Key, Board> boards = new ConcurrentHashMap<>();
    private final ConcurrentMap<SittingId, Board> bySitting = new ConcurrentHashMap<>();

    Boards(Standings standings, BoardPlaces places, BoardSettings settings, JsonMapper json, Clock clock) {
        this.standings = standings;
        this.places = places;
        this.settings = settings;
        this.json = json;
        this.clock = clock;
    }

    /** A sitting as a window shows it. */
    private static final class Shown {
        private final BoardPlaces.Seated seated;
        private volatile Standing standing;
        private volatile long lostSince;
        private volatile int waiting;

        Shown(BoardPlaces.Seated seated, Standing standing) {
            this.seated = seated;
            this.standing = standing;
        }

        Map<String, Object> plain() {
            return BoardPlaces.plain(seated, standing, lostSince, waiting);
        }
    }

    /** A window that looks at a board, as long as whose it is may. */
    private record Window(SseEmitter stream, BooleanSupplier allowed) {}

    private static final class Board {
        private final Instant openedAt;
        private final Map<SittingId, Shown> shown = new LinkedHashMap<>();
        private final Set<SittingId> changed = ConcurrentHashMap.newKeySet();
        private final AtomicBoolean logged = new AtomicBoolean();
        private final List<Window> windows = new CopyOnWriteArrayList<>();

        Board(Instant openedAt) {
            this.openedAt = openedAt;
        }
    }

    /**
     * Returns a stream that begins with all places.
     *
     * @param allowed whether it may still be listened to; asked every now and then
     */
    SseEmitter open(Place place, BooleanSupplier allowed) {
        Window window = new Window(new SseEmitter(NO_TIMEOUT), allowed);
        Board board = boards.compute(place.key(), (key, open) -> {
            Board kept = open == null ? read(key) : open;
            kept.windows.add(window);
            return kept;
        });
        if (board.windows.size() > MOST_WINDOWS) {
            board.windows.getFirst().stream().complete();
        }
        Runnable forget = () -> forget(place.key(), window);
        window.stream().onCompletion(forget);
        window.stream().onError(error -> forget.run());
        look(board, clock.instant());
        send(board, window, "time", time());
        send(board, window, "places", all(board));
        return window.stream();
    }

    private String all(Board board) {
        return json.writeValueAsString(
                board.shown.values().stream().map(Shown::plain).toList());
    }

    private Board read(Place.Key key) {
        Board board = new Board(clock.instant());
        List<Standings.Placed> placed = standings.of(key.exam(), key.room());
        BoardPlaces.Roll roll = places.roll(placed);
        for (BoardPlaces.Seated seated : roll.seated()) {
            SittingId sitting = seated.placed().appointment().sitting();
            board.shown.put(sitting, new Shown(seated, seated.placed().standing()));
            bySitting.put(sitting, board);
        }
        return board;
    }

    /** Reads a place anew, whose sittings sit elsewhere now, and shows all of it in the windows that are open. */
    void seatedAnew(ExamId exam, Optional<RoomId> room) {
        boards.computeIfPresent(new Place.Key(exam, room), (key, open) -> {
            Board anew = read(key);
            anew.windows.addAll(open.windows);
            look(anew, clock.instant());
            String all = all(anew);
            anew.windows.forEach(window -> send(anew, window, "places", all));
            return anew;
        });
    }

    @EventListener
    void changed(StandingChanged change) {
        SittingId sitting = change.standing().sitting();
        Board board = bySitting.get(sitting);
        Shown shown = board == null ? null : board.shown.get(sitting);
        if (board != null && shown != null) {
            shown.standing = change.standing();
            board.changed.add(sitting);
            board.logged.set(true);
        }
    }

    @EventListener
    void recorded(Recorded recorded) {
        Board board = bySitting.get(recorded.sitting());
        if (board != null) {
            board.logged.set(true);
        }
    }

    /** Tells windows that the log of their place has something new. */
    void noted(Place.Key place) {
        Board board = boards.get(place);
        if (board != null) {
            board.logged.set(true);
        }
    }

    /** Sends what has changed since the last turn. */
    @Scheduled(fixedDelayString = "${exam.board.gather:200ms}")
    void flush() {
        for (Board board : boards.values()) {
            List<Map<String, Object>> changed = new ArrayList<>();
            for (SittingId sitting : List.copyOf(board.changed)) {
                board.changed.remove(sitting);
                Optional.ofNullable(board.shown.get(sitting)).map(Shown::plain).ifPresent(changed::add);
            }
            if (!changed.isEmpty()) {
                String places = json.writeValueAsString(changed);
                board.windows.forEach(window -> send(board, window, "places", places));
            }
        }
    }

    /** Looks who is connected, and tells of the log; once a second is as often as anybody reads. */
    @Scheduled(fixedDelayString = "${exam.board.look:1s}")
    void look() {
        Instant now = clock.instant();
        for (Board board : boards.values()) {
            look(board, now);
            if (board.logged.getAndSet(false)) {
                board.windows.forEach(window -> send(board, window, "log", "{}"));
            }
        }
    }

    private void look(Board board, Instant now) {
        board.shown.forEach((sitting, shown) -> {
            long lost = shown.standing.progress() == Progress.IN_PROGRESS ? lostSince(board, sitting, now) : 0;
            int waiting = standings.waiting(sitting);
            if (lost != shown.lostSince || waiting != shown.waiting) {
                shown.lostSince = lost;
                shown.waiting = waiting;
                board.changed.add(sitting);
            }
        });
    }

    /** Of a seat that was not heard since the server started it is not known; it is given the time that any seat has. */
    private long lostSince(Board board, SittingId sitting, Instant now) {
        Instant heard = standings.heard(sitting).orElse(board.openedAt);
        return isLonger(Duration.between(heard, now)) ? heard.toEpochMilli() : 0;
    }

    private boolean isLonger(Duration silence) {
        return silence.compareTo(settings.lostAfter()) > 0;
    }

    /** Returns whether a seat has been silent for longer than a connected one is. */
    boolean isLost(SittingId sitting) {
        return standings
                .heard(sitting)
                .map(heard -> isLonger(Duration.between(heard, clock.instant())))
                .orElse(true);
    }

    @Scheduled(fixedDelayString = "${exam.time-signal:15s}")
    void signalTime() {
        boards.values()
                .forEach(board -> board.windows.forEach(window -> {
                    if (window.allowed().getAsBoolean()) {
                        send(board, window, "time", time());
                    } else {
                        window.stream().complete();
                    }
                }));
    }

    private String time() {
        return "{\"now\":" + clock.millis() + "}";
    }

    /** Ends the streams before the server waits for its requests to finish, which these never do by themselves. */
    @EventListener(ContextClosedEvent.class)
    void close() {
        boards.values()
                .forEach(
                        board -> board.windows.forEach(window -> window.stream().complete()));
    }

    private void send(Board board, Window window, String event, String data) {
        try {
            window.stream().send(SseEmitter.event().name(event).data(data));
        } catch (IOException | IllegalStateException e) {
            board.windows.remove(window);
        }
    }

    private void forget(Place.Key key, Window window) {
        boards.computeIfPresent(key, (same, board) -> {
            board.windows.remove(window);
            if (!board.windows.isEmpty()) {
                return board;
            }
            board.shown.keySet().forEach(sitting -> bySitting.remove(sitting, board));
            return null;
        });
    }
}
