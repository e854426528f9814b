package dauntingledger.app.ledger;

import java.util.List;

/**
 * What is changed among the sittings of exams at once; all of it or nothing.
 *
 * @param made sittings that come to be
 * @param changed sittings as they are to be from now on; each names the sitting that it was
 * @param cancelled sittings that are taken out
 */
public record Revision(List<Booking> made, List<Appointment> changed, List<Appointment> cancelled) {

    public Revision {
        made = List.copyOf(made);
        changed = List.copyOf(changed);
        cancelled = List.copyOf(cancelled);
    }

    public static Revision cancelling(Appointment cancelled) {
        return new Revision(List.of(), List.of(), List.of(cancelled));
    }

    public static Revision changing(List<Appointment> changed) {
        return new Revision(List.of(), changed, List.of());
    }
}
