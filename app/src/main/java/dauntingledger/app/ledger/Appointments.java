package dauntingledger.app.ledger;

import dauntingledger.app.papers.PaperRef;
import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.paper.MalformedPaperException;
import java.util.List;
import java.util.Optional;

/** The sittings that candidates have. */
public interface Appointments {

    /** @throws MalformedPaperException if the accommodations do not go with the paper */
    Appointment make(String candidate, PaperRef paper, String seat, Terms terms);

    /**
     * Changes what a candidate is granted.
     *
     * @throws IllegalStateException if the sitting has begun
     * @throws MalformedPaperException if the accommodations do not go with the paper
     */
    Appointment grant(SittingId sitting, Accommodations accommodations, Terms.Display display);

    /** Returns the sittings of official papers, at most {@code most}: those that open last first, then those at any time. */
    List<Appointment> all(int most);

    /** Returns the sittings of a candidate, oldest first. */
    List<Appointment> of(String candidate);

    /** Returns how many sittings of a version of a paper there are. */
    long count(PaperRef paper);

    Optional<Appointment> find(SittingId sitting);
}
