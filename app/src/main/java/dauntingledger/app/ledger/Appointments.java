package dauntingledger.app.ledger;

import dauntingledger.app.papers.PaperRef;
import java.util.List;
import java.util.Optional;

/** The sittings that candidates have. */
public interface Appointments {

    Appointment make(String candidate, PaperRef paper, String seat);

    /** Returns the sittings of a candidate, oldest first. */
    List<Appointment> of(String candidate);

    Optional<Appointment> find(SittingId sitting);
}
