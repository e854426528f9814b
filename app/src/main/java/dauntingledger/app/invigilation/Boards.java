package dauntingledger.app.invigilation;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.GrownElsewhere;
import dauntingledger.app.ledger.Noted;
import dauntingledger.app.ledger.RosterChanged;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.ledger.Standing;
import dauntingledger.app.ledger.StandingChanged;
import dauntingledger.app.ledger.Standings;
import dauntingledger.app.nodes.Missed;
import dauntingledger.app.nodes.OtherNodes;
import dauntingledger.app.signin.Locks;
import dauntingledger.rulebook.sitting.Progress;
import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.io.IOException;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import java.util.function.BooleanSupplier;
import java.util.stream.Collectors;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;
import tools.jackson.databind.json.JsonMapper;

/** The boards that somebody looks at: one stream of events for each window, on which only what has changed is sent. */
@Component
class Boards implements MeterBinder {

    /*
     * What stands in the rows of the sittings is read when the first window opens a board. From then on the ledger tells of
     * each change (StandingChanged, under the lock of the sitting), which is only noted here; a few times a second all that
     * was noted is sent at once. What is not stored, who is connected and who has to wait before signing in, is looked at
     * once a second, and so is whether the office has changed who belongs to the place and where they sit (RosterChanged). Of
     * what another node has written only the sitting is told (GrownElsewhere); how it stands is read before it is sent.
     */

    private static final long NO_TIMEOUT = 0L;
    private static final int MOST_WINDOWS = 20;

    private final Standings standings;
    private final BoardPlaces places;
    private final Locks locks;
    private final JsonMapper json;
    private final Clock clock;
    private final OtherNodes nodes;
    private final ConcurrentMap<Place.Key, Board> boards = new ConcurrentHashMap<>();
    private final ConcurrentMap<SittingId, Board.Shown> bySitting = new ConcurrentHashMap<>();
    private final Set<ExamId> rostersChanged = ConcurrentHashMap.newKeySet();

    Boards(Standings standings, BoardPlaces places, Locks locks, JsonMapper json, Clock clock, OtherNodes nodes) {
        this.standings = standings;
        this.places = places;
        this.locks = locks;
        this.json = json;
        this.clock = clock;
        this.nodes = nodes;
    }

    @Override
    public void bindTo(MeterRegistry registry) {
        Gauge.builder(
                        "exam.streams",
                        () -> boards.values().stream()
                                .mapToInt(board -> board.windows().size())
                                .sum())
                .tag("kind", "board")
                .description("event streams that are open")
                .register(registry);
    }

    /**
     * Returns a stream that begins with all places.
     *
     * @param allowed whether it may still be listened to; asked every now and then
     */
    SseEmitter open(Place place, BooleanSupplier allowed) {
        Board.Window window = new Board.Window(new SseEmitter(NO_TIMEOUT), allowed);
        Runnable forget = () -> forget(place.key(), window);
        window.stream().onCompletion(forget);
        window.stream().onError(error -> forget.run());
        Board board = boards.compute(place.key(), (key, open) -> {
            Board kept = open == null ? read(key, clock.instant()) : open;
            kept.windows().add(window);
            send(kept, window, "time", time());
            send(kept, window, "room", all(kept));
            return kept;
        });
        if (board.windows().size() > MOST_WINDOWS) {
            board.windows().getFirst().stream().complete();
        }
        return window.stream();
    }

    private String all(Board board) {
        List<Map<String, Object>> all =
                board.shown().values().stream().map(Board.Shown::plain).toList();
        return json.writeValueAsString(Map.of("routes", board.routes(), "places", all));
    }

    /**
     * Reads a board, and lets the ledger tell it of changes. One between the reading and that would be told to nobody, so
     * the rows are read once more.
     */
    private Board read(Place.Key key, Instant openedAt) {
        List<Standings.Placed> placed = standings.of(key.exam(), key.room());
        Board board = new Board(openedAt, roster(placed), places.roll(placed));
        bySitting.putAll(board.shown());
        for (Standings.Placed again : standings.of(key.exam(), key.room())) {
            Board.Shown shown = board.shown().get(again.appointment().sitting());
            if (shown != null) {
                shown.tellRead(Optional.empty(), again.standing());
            }
        }
        Instant now = clock.instant();
        Set<String> locked = locks.locked(now);
        board.shown().values().forEach(shown -> shown.live(live(board, shown, now, locked)));
        return board;
    }

    private static List<Appointment> roster(List<Standings.Placed> placed) {
        return placed.stream().map(Standings.Placed::appointment).toList();
    }

    /** Reads a place anew, who sits there or where has changed, and shows all of it in the windows that are open. */
    private void readAnew(Place.Key place) {
        boards.computeIfPresent(place, (key, open) -> {
            Board anew = read(key, open.openedAt());
            anew.windows().addAll(open.windows());
            open.shown().forEach(bySitting::remove);
            String all = all(anew);
            anew.windows().forEach(window -> send(anew, window, "room", all));
            return anew;
        });
    }

    @EventListener
    void changed(StandingChanged change) {
        Board.Shown shown = bySitting.get(change.standing().sitting());
        if (shown != null) {
            shown.tell(change.standing());
            shown.board().changed().add(shown);
        }
    }

    @EventListener
    void grown(GrownElsewhere grown) {
        Board.Shown shown = bySitting.get(grown.sitting());
        if (shown != null) {
            shown.board().grownElsewhere().add(shown);
        }
    }

    /** Looks at everything: something may have changed on another node. */
    @EventListener
    void missed(Missed missed) {
        boards.forEach((place, board) -> {
            board.grownElsewhere().addAll(board.shown().values());
            board.logged().set(true);
            rostersChanged.add(place.exam());
        });
    }

    @EventListener
    void noted(Noted noted) {
        Board.Shown shown = bySitting.get(noted.sitting());
        if (shown != null) {
            shown.board().logged().set(true);
        }
    }

    /** Tells windows that the log of their place has something new. */
    void logged(Place.Key place) {
        loggedElsewhere(place);
        nodes.tell(ToldOfPlaces.LOGGED, List.of(place.toString()));
    }

    void loggedElsewhere(Place.Key place) {
        Board board = boards.get(place);
        if (board != null) {
            board.logged().set(true);
        }
    }

    /** Sends what has changed since the last turn; never between a window's opening and its first look. */
    @Scheduled(fixedDelayString = "${exam.board.gather:200ms}")
    void flush() {
        boards.keySet()
                .forEach(place -> boards.computeIfPresent(place, (key, board) -> {
                    flush(board);
                    return board;
                }));
    }

    /** Reads what other nodes have written; what cannot be read, or what this one writes to meanwhile, at the next turn. */
    private void readGrown(Board board) {
        Set<Board.Shown> grown = Set.copyOf(board.grownElsewhere());
        if (grown.isEmpty()) {
            return;
        }
        board.grownElsewhere().removeAll(grown);
        Map<Board.Shown, Optional<Standing>> before =
                grown.stream().collect(Collectors.toMap(shown -> shown, Board.Shown::told));
        try {
            Map<SittingId, Standing> read =
                    standings.standing(grown.stream().map(Board.Shown::sitting).toList()).stream()
                            .collect(Collectors.toMap(Standing::sitting, standing -> standing));
            before.forEach((shown, told) -> Optional.ofNullable(read.get(shown.sitting()))
                    .ifPresent(standing ->
                            (shown.tellRead(told, standing) ? board.changed() : board.grownElsewhere()).add(shown)));
        } catch (RuntimeException e) {
            board.grownElsewhere().addAll(grown);
            throw e;
        }
    }

    private void flush(Board board) {
        readGrown(board);
        List<Map<String, Object>> changed = List.copyOf(board.changed()).stream()
                .filter(board.changed()::remove)
                .map(Board.Shown::plain)
                .toList();
        if (!changed.isEmpty()) {
            String places = json.writeValueAsString(changed);
            board.windows().forEach(window -> send(board, window, "places", places));
        }
    }

    /** Looks who belongs here, who is connected, and tells of the log; once a second is as often as anybody reads. */
    @Scheduled(fixedDelayString = "${exam.board.look:1s}")
    void look() {
        readRosters();
        Instant now = clock.instant();
        Set<String> locked = locks.locked(now);
        for (Board board : boards.values()) {
            look(board, now, locked);
            if (board.logged().getAndSet(false)) {
                board.windows().forEach(window -> send(board, window, "log", "{}"));
            }
        }
    }

    private void look(Board board, Instant now, Set<String> locked) {
        for (Board.Shown shown : board.shown().values()) {
            if (shown.live(live(board, shown, now, locked))) {
                board.changed().add(shown);
            }
        }
    }

    /** Of a seat that was not heard since the server started it is not known; it is given the time that any seat has. */
    private BoardPlaces.Live live(Board board, Board.Shown shown, Instant now, Set<String> locked) {
        long lost = shown.standing().progress() == Progress.IN_PROGRESS
                ? standings
                        .silentSince(shown.sitting(), now, board.openedAt())
                        .map(Instant::toEpochMilli)
                        .orElse(0L)
                : 0;
        return new BoardPlaces.Live(
                lost,
                standings.waiting(shown.sitting()),
                locked.contains(shown.appointment().candidate()));
    }

    @EventListener
    void rosterChanged(RosterChanged change) {
        rostersChanged.addAll(change.exams());
    }

    private void readRosters() {
        Set<ExamId> exams = Set.copyOf(rostersChanged);
        rostersChanged.removeAll(exams);
        boards.forEach((key, board) -> {
            if (exams.contains(key.exam())
                    && !roster(standings.of(key.exam(), key.room())).equals(board.roster())) {
                readAnew(key);
            }
        });
    }

    @Scheduled(fixedDelayString = "${exam.time-signal:15s}")
    void signalTime() {
        boards.values()
                .forEach(board -> board.windows().forEach(window -> {
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
                .forEach(board ->
                        board.windows().forEach(window -> window.stream().complete()));
    }

    private void send(Board board, Board.Window window, String event, String data) {
        try {
            window.stream().send(SseEmitter.event().name(event).data(data));
        } catch (IOException | IllegalStateException e) {
            board.windows().remove(window);
        }
    }

    private void forget(Place.Key key, Board.Window window) {
        boards.computeIfPresent(key, (same, board) -> {
            board.windows().remove(window);
            if (!board.windows().isEmpty()) {
                return board;
            }
            board.shown().forEach(bySitting::remove);
            return null;
        });
    }
}
