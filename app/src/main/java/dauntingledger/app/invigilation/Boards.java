package dauntingledger.app.invigilation;

import static java.util.Objects.requireNonNull;

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
import java.util.HashMap;
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
    private final ConcurrentMap<SittingId, Shown> bySitting = new ConcurrentHashMap<>();
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
                                .mapToInt(board -> board.windows.size())
                                .sum())
                .tag("kind", "board")
                .description("event streams that are open")
                .register(registry);
    }

    /** A sitting as the windows of a board show it. */
    private static final class Shown {
        private final Board board;
        private final BoardPlaces.Seated seated;
        private Optional<Standing> told = Optional.empty();
        private volatile Standing read;
        private volatile BoardPlaces.Live live = BoardPlaces.Live.HERE;

        Shown(Board board, BoardPlaces.Seated seated) {
            this.board = board;
            this.seated = seated;
            this.read = seated.placed().standing();
        }

        SittingId sitting() {
            return appointment().sitting();
        }

        Appointment appointment() {
            return seated.placed().appointment();
        }

        /** What the ledger has told is newer than what was read. */
        synchronized Standing standing() {
            return told.orElse(read);
        }

        synchronized Optional<Standing> told() {
            return told;
        }

        synchronized void tell(Standing standing) {
            told = Optional.of(standing);
        }

        /** Takes what was read, unless something was told since {@code before}. */
        synchronized boolean tellRead(Optional<Standing> before, Standing standing) {
            boolean newer = told.equals(before);
            if (newer) {
                told = Optional.of(standing);
            }
            return newer;
        }

        Map<String, Object> plain() {
            return BoardPlaces.plain(seated, standing(), live);
        }
    }

    /** A window that looks at a board, as long as whose it is may. */
    private record Window(SseEmitter stream, BooleanSupplier allowed) {}

    private static final class Board {
        private final Instant openedAt;
        private final List<Appointment> roster;
        private final List<Map<String, Object>> routes;
        private final Map<SittingId, Shown> shown = new LinkedHashMap<>();
        private final Set<Shown> changed = ConcurrentHashMap.newKeySet();
        private final Set<SittingId> grownElsewhere = ConcurrentHashMap.newKeySet();
        private final AtomicBoolean logged = new AtomicBoolean();
        private final List<Window> windows = new CopyOnWriteArrayList<>();

        Board(Instant openedAt, List<Appointment> roster, BoardPlaces.Roll roll) {
            this.openedAt = openedAt;
            this.roster = roster;
            this.routes = roll.routes();
            roll.seated().stream().map(seated -> new Shown(this, seated)).forEach(one -> shown.put(one.sitting(), one));
        }
    }

    /**
     * Returns a stream that begins with all places.
     *
     * @param allowed whether it may still be listened to; asked every now and then
     */
    SseEmitter open(Place place, BooleanSupplier allowed) {
        Window window = new Window(new SseEmitter(NO_TIMEOUT), allowed);
        Runnable forget = () -> forget(place.key(), window);
        window.stream().onCompletion(forget);
        window.stream().onError(error -> forget.run());
        Board board = boards.compute(place.key(), (key, open) -> {
            Board kept = open == null ? read(key, clock.instant()) : open;
            kept.windows.add(window);
            send(kept, window, "time", time());
            send(kept, window, "room", all(kept));
            return kept;
        });
        if (board.windows.size() > MOST_WINDOWS) {
            board.windows.getFirst().stream().complete();
        }
        return window.stream();
    }

    private String all(Board board) {
        List<Map<String, Object>> all =
                board.shown.values().stream().map(Shown::plain).toList();
        return json.writeValueAsString(Map.of("routes", board.routes, "places", all));
    }

    /**
     * Reads a board, and lets the ledger tell it of changes. One between the reading and that would be told to nobody, so
     * the rows are read once more.
     */
    private Board read(Place.Key key, Instant openedAt) {
        List<Standings.Placed> placed = standings.of(key.exam(), key.room());
        Board board = new Board(openedAt, roster(placed), places.roll(placed));
        bySitting.putAll(board.shown);
        for (Standings.Placed again : standings.of(key.exam(), key.room())) {
            Shown shown = board.shown.get(again.appointment().sitting());
            if (shown != null) {
                shown.read = again.standing();
            }
        }
        look(board, clock.instant(), locks.locked(clock.instant()));
        return board;
    }

    private static List<Appointment> roster(List<Standings.Placed> placed) {
        return placed.stream().map(Standings.Placed::appointment).toList();
    }

    /** Reads a place anew, who sits there or where has changed, and shows all of it in the windows that are open. */
    private void readAnew(Place.Key place) {
        boards.computeIfPresent(place, (key, open) -> {
            Board anew = read(key, open.openedAt);
            anew.windows.addAll(open.windows);
            open.shown.forEach(bySitting::remove);
            String all = all(anew);
            anew.windows.forEach(window -> send(anew, window, "room", all));
            return anew;
        });
    }

    @EventListener
    void changed(StandingChanged change) {
        Shown shown = bySitting.get(change.standing().sitting());
        if (shown != null) {
            shown.tell(change.standing());
            shown.board.changed.add(shown);
        }
    }

    @EventListener
    void grown(GrownElsewhere grown) {
        Shown shown = bySitting.get(grown.sitting());
        if (shown != null) {
            shown.board.grownElsewhere.add(grown.sitting());
        }
    }

    /** Looks at everything: something may have changed on another node. */
    @EventListener
    void missed(Missed missed) {
        boards.forEach((place, board) -> {
            board.grownElsewhere.addAll(board.shown.keySet());
            board.logged.set(true);
            rostersChanged.add(place.exam());
        });
    }

    @EventListener
    void noted(Noted noted) {
        Shown shown = bySitting.get(noted.sitting());
        if (shown != null) {
            shown.board.logged.set(true);
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
            board.logged.set(true);
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

    /** Reads what other nodes have written, unless this one writes meanwhile: then it is read at the next turn. */
    private void readGrown(Board board) {
        Set<SittingId> grown = Set.copyOf(board.grownElsewhere);
        if (grown.isEmpty()) {
            return;
        }
        board.grownElsewhere.removeAll(grown);
        Map<SittingId, Optional<Standing>> before = new HashMap<>();
        grown.forEach(sitting ->
                Optional.ofNullable(board.shown.get(sitting)).ifPresent(shown -> before.put(sitting, shown.told())));
        for (Standing standing : standings.standing(before.keySet())) {
            Shown shown = requireNonNull(board.shown.get(standing.sitting()), "a place of the board");
            if (shown.tellRead(requireNonNull(before.get(standing.sitting()), "one that was read"), standing)) {
                board.changed.add(shown);
            } else {
                board.grownElsewhere.add(standing.sitting());
            }
        }
    }

    private void flush(Board board) {
        readGrown(board);
        List<Map<String, Object>> changed = List.copyOf(board.changed).stream()
                .filter(board.changed::remove)
                .map(Shown::plain)
                .toList();
        if (!changed.isEmpty()) {
            String places = json.writeValueAsString(changed);
            board.windows.forEach(window -> send(board, window, "places", places));
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
            if (board.logged.getAndSet(false)) {
                board.windows.forEach(window -> send(board, window, "log", "{}"));
            }
        }
    }

    private void look(Board board, Instant now, Set<String> locked) {
        for (Shown shown : board.shown.values()) {
            BoardPlaces.Live live = live(board, shown, now, locked);
            if (!live.equals(shown.live)) {
                shown.live = live;
                board.changed.add(shown);
            }
        }
    }

    /** Of a seat that was not heard since the server started it is not known; it is given the time that any seat has. */
    private BoardPlaces.Live live(Board board, Shown shown, Instant now, Set<String> locked) {
        long lost = shown.standing().progress() == Progress.IN_PROGRESS
                ? standings
                        .silentSince(shown.sitting(), now, board.openedAt)
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
                    && !roster(standings.of(key.exam(), key.room())).equals(board.roster)) {
                readAnew(key);
            }
        });
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
            board.shown.forEach(bySitting::remove);
            return null;
        });
    }
}
