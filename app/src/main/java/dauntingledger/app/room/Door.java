package dauntingledger.app.room;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.SittingId;
import java.security.Principal;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.server.ResponseStatusException;

/** Lets a candidate into their own sittings only. */
@Component
class Door {

    private final Appointments appointments;

    Door(Appointments appointments) {
        this.appointments = appointments;
    }

    /** @throws ResponseStatusException 404 if there is no such sitting or it is somebody else's, without telling which */
    Appointment open(long sitting, Principal principal) {
        return appointments
                .find(new SittingId(sitting))
                .filter(appointment -> appointment.candidate().equals(principal.getName()))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
