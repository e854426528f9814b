package dauntingledger.app.room;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.GrownElsewhere;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.Recorded;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.ledger.UnreadableLedgerException;
import dauntingledger.app.nodes.Missed;
import dauntingledger.rulebook.plain.EntryCodec;
import dauntingledger.rulebook.sitting.Actor;
import dauntingledger.rulebook.sitting.Entry;
import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.io.IOException;
import java.time.Clock;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import java.util.concurrent.CopyOnWriteArrayList;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;
import tools.jackson.databind.json.JsonMapper;

/** The open event streams of the rooms: tells every window the server's time, and an older one that it was replaced. */
@Component
class Seats implements MeterBinder {

    private static final long NO_TIMEOUT = 0L;

    private final Clock clock;
    private final JsonMapper json;
    private final RoomSettings settings;
    private final Appointments appointments;
    private final Ledgers ledgers;
    private final ConcurrentMap<SittingId, List<Stream>> streams = new ConcurrentHashMap<>();
    private final Set<SittingId> grownElsewhere = ConcurrentHashMap.newKeySet();

    Seats(Clock clock, JsonMapper json, RoomSettings settings, Appointments appointments, Ledgers ledgers) {
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.settings = settings;
        this.clock = clock;
        this.json = json;
    }

    @Override
    public void bindTo(MeterRegistry registry) {
        Gauge.builder(
                        "exam.streams",
                        () -> streams.values().stream().mapToInt(List::size).sum())
                .tag("kind", "room")
                .description("event streams that are open")
                .register(registry);
    }

    private record Stream(String seat, SseEmitter emitter) {}

    /** Opens a stream for a window, which begins with what others than the candidate have entered so far. */
    SseEmitter open(Appointment appointment, String seat) {
        SittingId sitting = appointment.sitting();
        Stream stream = new Stream(seat, new SseEmitter(NO_TIMEOUT));
        List<Stream> open = streams.computeIfAbsent(sitting, id -> new CopyOnWriteArrayList<>());
        open.add(stream);
        if (open.size() > settings.mostStreams()) {
            Stream oldest = open.getFirst();
            forget(sitting, oldest);
            oldest.emitter().complete();
        }
        Runnable forget = () -> forget(sitting, stream);
        stream.emitter().onCompletion(forget);
        stream.emitter().onError(error -> forget.run());
        send(sitting, stream, "time", time());
        try {
            send(sitting, stream, "entries", forWindows(ledgers.open(appointment, clock.instant())));
        } catch (RuntimeException e) {
            forget.run();
            throw e;
        }
        return stream.emitter();
    }

    /** Tells the windows of a sitting what somebody else than the candidate has entered. */
    @EventListener
    void recorded(Recorded recorded) {
        if (isForWindows(recorded.entry())) {
            String entries = json.writeValueAsString(List.of(EntryCodec.toPlain(recorded.entry())));
            streams.getOrDefault(recorded.sitting(), List.of())
                    .forEach(stream -> send(recorded.sitting(), stream, "entries", entries));
        }
    }

    /** Tells the other windows of a sitting that {@code seat} has taken it over. */
    void taken(SittingId sitting, String seat) {
        for (Stream stream : streams.getOrDefault(sitting, List.of())) {
            if (!stream.seat().equals(seat)) {
                send(sitting, stream, "moved", "{}");
            }
        }
    }

    private String forWindows(Ledgers.Opened opened) {
        return json.writeValueAsString(opened.entries().stream()
                .filter(Seats::isForWindows)
                .map(EntryCodec::toPlain)
                .toList());
    }

    /** Returns whether an open window has to be told of an entry: one that neither it nor time has made. */
    private static boolean isForWindows(Entry entry) {
        return entry.act().actor() == Actor.INVIGILATOR || entry.act().actor() == Actor.OFFICE;
    }

    @EventListener
    void grown(GrownElsewhere grown) {
        if (streams.containsKey(grown.sitting())) {
            grownElsewhere.add(grown.sitting());
        }
    }

    @EventListener
    void missed(Missed missed) {
        grownElsewhere.addAll(streams.keySet());
    }

    /** Tells windows what has come to their sittings by other nodes: all of it, since they know what they have. */
    @Scheduled(fixedDelayString = "${exam.nodes.look:100ms}")
    void lookElsewhere() {
        Set<SittingId> grown = Set.copyOf(grownElsewhere);
        grownElsewhere.removeAll(grown);
        grown.forEach(this::lookElsewhere);
    }

    private void lookElsewhere(SittingId sitting) {
        try {
            appointments.find(sitting).ifPresent(appointment -> {
                Ledgers.Opened opened = ledgers.open(appointment, clock.instant());
                String made = forWindows(opened);
                streams.getOrDefault(sitting, List.of()).forEach(stream -> send(sitting, stream, "entries", made));
                opened.sitting().seat().ifPresent(seat -> taken(sitting, seat));
            });
        } catch (UnreadableLedgerException e) {
            // It was said in the log, and there is nothing to tell.
        } catch (RuntimeException e) {
            grownElsewhere.add(sitting); // The store will answer again.
        }
    }

    /** Tells every window the server's time. */
    @Scheduled(fixedDelayString = "${exam.time-signal:15s}")
    void signalTime() {
        String time = time();
        streams.forEach((sitting, open) -> open.forEach(stream -> send(sitting, stream, "time", time)));
    }

    /** Ends the streams before the server waits for its requests to finish, which these never do by themselves. */
    @EventListener(ContextClosedEvent.class)
    void close() {
        streams.values().forEach(open -> open.forEach(stream -> stream.emitter().complete()));
    }

    private String time() {
        return "{\"now\":" + clock.millis() + "}";
    }

    private void send(SittingId sitting, Stream stream, String event, String data) {
        try {
            stream.emitter().send(SseEmitter.event().name(event).data(data));
        } catch (IOException | IllegalStateException e) {
            forget(sitting, stream);
        }
    }

    private void forget(SittingId sitting, Stream stream) {
        streams.computeIfPresent(sitting, (id, open) -> {
            open.remove(stream);
            return open.isEmpty() ? null : open;
        });
    }
}
