package dauntingledger.app.room;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.Outcome;
import dauntingledger.app.ledger.SeatTakenException;
import dauntingledger.rulebook.plain.EntryCodec;
import dauntingledger.rulebook.plain.MalformedDataException;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Actor;
import dauntingledger.rulebook.sitting.Entry;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
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

    private final Door door;
    private final Ledgers ledgers;
    private final Seats seats;
    private final Clock clock;
    private final JsonMapper json;

    EntriesController(Door door, Ledgers ledgers, Seats seats, Clock clock, JsonMapper json) {
        this.door = door;
        this.ledgers = ledgers;
        this.seats = seats;
        this.clock = clock;
        this.json = json;
    }

    /** The server's time, in milliseconds. */
    record Time(long now) {}

    /** The name of the window that writes from now on. */
    record Seat(String seat, long now) {}

    /** What became of the entries that were sent, in their order. */
    record Answer(long now, List<Result> results) {}

    record Result(String id, String status, String verdict) {}

    @PostMapping("/time")
    Time time() {
        return new Time(clock.millis());
    }

    @PostMapping("/sittings/{sitting}/seat")
    Seat takeSeat(@PathVariable long sitting, Principal principal) {
        Appointment appointment = door.open(sitting, principal);
        String seat = UUID.randomUUID().toString();
        Instant now = clock.instant();
        ledgers.record(appointment, new Act.SeatTaken(seat), now);
        seats.taken(appointment.sitting(), seat);
        return new Seat(seat, now.toEpochMilli());
    }

    @GetMapping(path = "/sittings/{sitting}/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter events(@PathVariable long sitting, @RequestParam String seat, Principal principal) {
        Appointment appointment = door.open(sitting, principal);
        List<Map<String, Object>> made = ledgers.open(appointment, clock.instant()).entries().stream()
                .filter(EntriesController::isForWindows)
                .map(EntryCodec::toPlain)
                .toList();
        return seats.open(appointment.sitting(), seat, made);
    }

    /** Returns whether an open window has to be told of an entry: one that neither it nor time has made. */
    static boolean isForWindows(Entry entry) {
        return entry.act().actor() == Actor.INVIGILATOR || entry.act().actor() == Actor.OFFICE;
    }

    @PostMapping(path = "/sittings/{sitting}/entries", consumes = MediaType.APPLICATION_JSON_VALUE)
    Answer enter(@PathVariable long sitting, Principal principal, HttpServletRequest request) throws IOException {
        Appointment appointment = door.open(sitting, principal);
        Map<?, ?> body = body(request);
        String seat = body.get("seat") instanceof String text ? text : "";
        List<Entry> entries = entries(body);
        Instant now = clock.instant();
        List<Outcome> outcomes = ledgers.append(appointment, seat, entries, now);
        return new Answer(
                now.toEpochMilli(),
                outcomes.stream().map(EntriesController::result).toList());
    }

    private Map<?, ?> body(HttpServletRequest request) throws IOException {
        byte[] bytes = request.getInputStream().readNBytes(MOST_BYTES + 1);
        if (bytes.length > MOST_BYTES) {
            throw new ResponseStatusException(
                    HttpStatus.CONTENT_TOO_LARGE, "at most " + MOST_BYTES + " bytes at a time");
        }
        try {
            return json.readValue(bytes, Map.class);
        } catch (JacksonException e) {
            throw new MalformedDataException("the body must be a JSON object with 'seat' and 'entries'", e);
        }
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
                outcome.entry().value(), PlainNames.name(outcome.status()), PlainNames.name(outcome.verdict()));
    }

    @ExceptionHandler
    ProblemDetail malformed(MalformedDataException e) {
        return ProblemDetail.forStatusAndDetail(HttpStatus.BAD_REQUEST, String.valueOf(e.getMessage()));
    }

    @ExceptionHandler
    ProblemDetail seatTaken(SeatTakenException e) {
        return ProblemDetail.forStatusAndDetail(HttpStatus.CONFLICT, String.valueOf(e.getMessage()));
    }
}
