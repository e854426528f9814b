package dauntingledger.app.room;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.signin.KnownSeats;
import dauntingledger.rulebook.sitting.Position;
import dauntingledger.rulebook.sitting.Sitting;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.util.Arrays;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.server.ResponseStatusException;

/** Lets a candidate into their own sittings only, and shows what is asked in the browser only that has the seat. */
@Component
class RoomAccess {

    /** Set by the room's script while entries wait in a browser to be sent. */
    private static final String WAITING = "ledger-waiting";

    private final Appointments appointments;
    private final Ledgers ledgers;
    private final KnownSeats seats;
    private final Clock clock;

    RoomAccess(Appointments appointments, Ledgers ledgers, KnownSeats seats, Clock clock) {
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.seats = seats;
        this.clock = clock;
    }

    /** A sitting that something is asked for, by the browser that has its seat, and how it stands. */
    record Inside(Appointment appointment, Sitting sitting) {}

    /** Marks the {@link Appointment} that a controller wants: of the sitting in the address, as {@link #open} lets it in. */
    @Target(ElementType.PARAMETER)
    @Retention(RetentionPolicy.RUNTIME)
    @interface Own {}

    /** Marks an {@link Inside} for something that the candidate has not had before, as {@link #given} lets it in. */
    @Target(ElementType.PARAMETER)
    @Retention(RetentionPolicy.RUNTIME)
    @interface New {}

    /** @throws ResponseStatusException 404 if there is no such sitting or it is somebody else's, without telling which */
    Appointment open(long sitting, Principal principal) {
        return appointments
                .find(new SittingId(sitting))
                .filter(appointment -> appointment.candidate().equals(principal.getName()))
                .filter(Appointment::isShown)
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    /** Returns a sitting for entries that were left behind in a browser; who may send them is for the caller to find out. */
    Optional<Appointment> left(long sitting) {
        return appointments.find(new SittingId(sitting));
    }

    /**
     * Returns a sitting for the browser that has its seat.
     *
     * @throws ResponseStatusException 404 as {@link #open}, 409 if another browser has the seat
     */
    Inside inside(long sitting, Principal principal, HttpServletRequest request) {
        Appointment appointment = open(sitting, principal);
        Sitting here = ledgers.open(appointment, clock.instant()).sitting();
        if (isElsewhere(appointment, here, request)) {
            throw new ResponseStatusException(HttpStatus.CONFLICT, "this sitting is open in another browser");
        }
        return new Inside(appointment, here);
    }

    /**
     * Returns a sitting for something that the candidate has not had before. They are heard with it: what was made
     * earlier and is sent later does not count by itself. So a browser sends what waits first, and says if it has not.
     *
     * @throws ResponseStatusException 425 if entries wait in this browser; else as {@link #inside}
     */
    Inside given(long sitting, Principal principal, HttpServletRequest request) {
        Instant now = clock.instant();
        Inside inside = inside(sitting, principal, request);
        if (hasWaiting(request)) {
            throw new ResponseStatusException(HttpStatus.TOO_EARLY, "entries wait in this browser; send them first");
        }
        ledgers.given(inside.appointment(), now);
        return inside;
    }

    /** Returns whether another browser has the seat of a sitting that is not over. */
    boolean isElsewhere(Appointment appointment, Sitting sitting, HttpServletRequest request) {
        Optional<String> own =
                seats.seat(appointment.candidate(), appointment.sitting().value(), request);
        return !(sitting.route().position() instanceof Position.Over)
                && sitting.seat().isPresent()
                && !sitting.seat().equals(own);
    }

    static boolean hasWaiting(HttpServletRequest request) {
        Cookie[] cookies = request.getCookies();
        return cookies != null
                && Arrays.stream(cookies).anyMatch(cookie -> cookie.getName().equals(WAITING));
    }
}
