package dauntingledger.app.ledger;

import static java.util.Objects.requireNonNull;

/** Thrown when a sitting is to be changed whose candidate has come in. */
public final class BegunException extends IllegalStateException {

    private static final long serialVersionUID = 1L;

    private final transient Appointment appointment;

    BegunException(Appointment appointment) {
        super("sitting " + appointment.sitting() + " has begun");
        this.appointment = requireNonNull(appointment, "appointment");
    }

    /** Returns the sitting that has begun. */
    public Appointment appointment() {
        return appointment;
    }
}
