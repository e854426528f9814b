package dauntingledger.app.room;

import dauntingledger.app.ledger.Recorded;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.rulebook.plain.EntryCodec;
import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.io.IOException;
import java.time.Clock;
import java.util.List;
import java.util.Map;
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
    private final ConcurrentMap<SittingId, List<Stream>> streams = new ConcurrentHashMap<>();

    Seats(Clock clock, JsonMapper json, RoomSettings settings) {
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

    /**
     * Opens a stream for a window.
     *
     * @param made what others than the candidate have entered so far, as plain values; the window may have missed it
     */
    SseEmitter open(SittingId sitting, String seat, List<Map<String, Object>> made) {
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
        send(sitting, stream, "entries", json.writeValueAsString(made));
        return stream.emitter();
    }

    /** Tells the windows of a sitting what somebody else than the candidate has entered. */
    @EventListener
    void recorded(Recorded recorded) {
        if (EntriesController.isForWindows(recorded.entry())) {
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
