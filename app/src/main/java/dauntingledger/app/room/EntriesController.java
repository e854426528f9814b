package dauntingledger.app.room;

import dauntingledger.app.ledger.Appended;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Batch;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.Outcome;
import dauntingledger.app.ledger.SeatTakenException;
import dauntingledger.app.ledger.TooManyEntriesException;
import dauntingledger.app.signin.KnownSeats;
import dauntingledger.rulebook.plain.EntryCodec;
import dauntingledger.rulebook.plain.MalformedDataException;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Actor;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.Hearing;
import dauntingledger.rulebook.sitting.Sitting;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.regex.Pattern;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/** Takes what the candidate's browser sends, and tells it what the server knows. For the sitting's own candidate. */
@RestController
class EntriesController {

    static final int MOST_BYTES = 256 * 1024;
    static final int MOST_ENTRIES = 500;

    private static final String BODY = "the body must be a JSON object with 'seat' and 'entries'";
    private static final Pattern DIGEST = Pattern.compile("[0-9a-f]{32}");

    private final RoomAccess access;
    private final Ledgers ledgers;
    private final Seats seats;
    private final KnownSeats known;
    private final Clock clock;
    private final JsonMapper json;
    private final Acknowledgements acknowledgements;

    EntriesController(
            RoomAccess access,
            Ledgers ledgers,
            Seats seats,
            KnownSeats known,
            Clock clock,
            JsonMapper json,
            Acknowledgements acknowledgements) {
        this.acknowledgements = acknowledgements;
        this.access = access;
        this.ledgers = ledgers;
        this.seats = seats;
        this.known = known;
        this.clock = clock;
        this.json = json;
    }

    /** The server's time, in milliseconds. */
    record Time(long now) {}

    /**
     * The name of the window that writes from now on.
     *
     * @param token by which its entries are taken in also when nobody, or somebody else, is signed in
     */
    record Seat(String seat, String token, long now) {}

    /** What became of the entries that were sent, in their order. */
    record Answer(long now, List<Result> results) {}

    /** @param line the entry as it stands in the ledger, if it is held; else empty */
    record Result(String id, String status, String verdict, Map<String, Object> line) {}

    @PostMapping("/time")
    Time time() {
        return new Time(clock.millis());
    }

    @PostMapping("/sittings/{sitting}/seat")
    Seat takeSeat(@RoomAccess.Own Appointment appointment, HttpServletRequest request, HttpServletResponse response) {
        long sitting = appointment.sitting().value();
        String seat = UUID.randomUUID().toString();
        Instant now = clock.instant();
        Sitting here = ledgers.open(appointment, now).sitting();
        Optional<String> replaced = here.seat().filter(live -> access.isElsewhere(appointment, here, request));
        ledgers.record(appointment, new Act.SeatTaken(seat, replaced), now);
        known.remember(appointment.candidate(), sitting, seat, request, response);
        seats.taken(appointment.sitting(), seat);
        return new Seat(seat, known.token(appointment.candidate(), sitting, seat), now.toEpochMilli());
    }

    @GetMapping(path = "/sittings/{sitting}/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter events(@RoomAccess.Own Appointment appointment, @RequestParam String seat) {
        Ledgers.Opened opened = ledgers.open(appointment, clock.instant());
        if (opened.sitting().seat().filter(seat::equals).isEmpty()) {
            throw new ResponseStatusException(HttpStatus.CONFLICT, "this sitting is open in another window");
        }
        return seats.open(appointment, seat);
    }

    /**
     * Takes a batch of entries, or an empty one as a sign that the window is there. What a window sends after another has
     * taken its place is held, and answered with 409.
     */
    @PostMapping(path = "/sittings/{sitting}/entries", consumes = MediaType.APPLICATION_JSON_VALUE)
    ResponseEntity<Answer> enter(@RoomAccess.Own Appointment appointment, HttpServletRequest request)
            throws IOException {
        Instant begun = clock.instant();
        return enter(appointment, body(request), begun);
    }

    /**
     * Takes what waits in a browser in which the candidate is not signed in any more. For whoever has the token that the
     * window got which made the entries; they are judged like all others.
     */
    @PostMapping(path = "/left-behind/{sitting}", consumes = MediaType.APPLICATION_JSON_VALUE)
    ResponseEntity<Answer> enterLeft(@PathVariable long sitting, HttpServletRequest request) throws IOException {
        Instant begun = clock.instant();
        Map<?, ?> body = body(request);
        String seat = body.get("seat") instanceof String text ? text : "";
        String token = body.get("token") instanceof String text ? text : "";
        Appointment appointment = access.left(sitting)
                .filter(left -> known.isToken(token, left.candidate(), sitting, seat))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        return enter(appointment, body, begun);
    }

    private ResponseEntity<Answer> enter(Appointment appointment, Map<?, ?> body, Instant begun) {
        String seat = body.get("seat") instanceof String text ? text : "";
        Batch batch = new Batch(seat, entries(body), waiting(body), begun);
        Instant now = clock.instant();
        long start = System.nanoTime();
        Appended appended = ledgers.append(appointment, batch, now);
        if (!batch.isHeartbeat()) {
            acknowledgements.took(Duration.ofNanos(System.nanoTime() - start));
        }
        return ResponseEntity.status(appended.live() ? HttpStatus.OK : HttpStatus.CONFLICT)
                .body(new Answer(
                        now.toEpochMilli(),
                        appended.outcomes().stream()
                                .map(EntriesController::result)
                                .toList()));
    }

    private Map<?, ?> body(HttpServletRequest request) throws IOException {
        byte[] bytes = request.getInputStream().readNBytes(MOST_BYTES + 1);
        if (bytes.length > MOST_BYTES) {
            throw new ResponseStatusException(
                    HttpStatus.CONTENT_TOO_LARGE, "at most " + MOST_BYTES + " bytes at a time");
        }
        try {
            Map<?, ?> body = json.readValue(bytes, Map.class);
            if (body != null) {
                return body;
            }
        } catch (JacksonException e) {
            throw new MalformedDataException(BODY, e);
        }
        throw new MalformedDataException(BODY);
    }

    private static List<String> waiting(Map<?, ?> body) {
        Object waiting = body.get("waiting");
        if (waiting == null) {
            return List.of();
        }
        if (!(waiting instanceof List<?> digests) || digests.size() > Hearing.MOST_ANNOUNCED) {
            throw new MalformedDataException("waiting: expected a list of at most " + Hearing.MOST_ANNOUNCED);
        }
        return digests.stream()
                .map(digest ->
                        digest instanceof String text && DIGEST.matcher(text).matches() ? text : malformedDigest())
                .toList();
    }

    private static String malformedDigest() {
        throw new MalformedDataException("waiting: expected digests of 32 hexadecimal digits");
    }

    private static List<Entry> entries(Map<?, ?> body) {
        if (!(body.get("entries") instanceof List<?> sent)) {
            throw new MalformedDataException("entries: expected a list");
        }
        if (sent.size() > MOST_ENTRIES) {
            throw new MalformedDataException("entries: at most " + MOST_ENTRIES + " at a time, not " + sent.size());
        }
        List<Entry> entries = sent.stream().map(EntryCodec::fromPlain).toList();
        for (Entry entry : entries) {
            if (entry.act().actor() != Actor.CANDIDATE) {
                throw new MalformedDataException("entry " + entry.id() + " is not the candidate's to make");
            }
        }
        return entries;
    }

    private static Result result(Outcome outcome) {
        return new Result(
                outcome.entry().value(),
                PlainNames.name(outcome.status()),
                PlainNames.name(outcome.verdict()),
                outcome.held().map(EntryCodec::toPlain).orElse(Map.of()));
    }

    @ExceptionHandler
    ProblemDetail seatTaken(SeatTakenException e) {
        return ProblemDetail.forStatusAndDetail(HttpStatus.CONFLICT, String.valueOf(e.getMessage()));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> tooMany(TooManyEntriesException e) {
        return ResponseEntity.status(HttpStatus.TOO_MANY_REQUESTS)
                .header(HttpHeaders.RETRY_AFTER, "5")
                .body(ProblemDetail.forStatusAndDetail(HttpStatus.TOO_MANY_REQUESTS, String.valueOf(e.getMessage())));
    }
}
