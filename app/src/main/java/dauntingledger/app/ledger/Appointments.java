package dauntingledger.app.ledger;

import dauntingledger.app.papers.PaperRef;
import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.paper.MalformedPaperException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** The sittings that candidates have. */
public interface Appointments {

    /** @throws MalformedPaperException if the accommodations do not go with the paper */
    Appointment make(String candidate, PaperRef paper, String seat, Terms terms);

    /**
     * Changes what a candidate is granted.
     *
     * @throws BegunException if the sitting has begun
     * @throws MalformedPaperException if the accommodations do not go with the paper
     */
    Appointment grant(SittingId sitting, Accommodations accommodations, Terms.Display display);

    /**
     * Gives a sitting, also one that has begun, another chair in its place.
     *
     * @param besides what else is done in the database, before that and in the same transaction
     */
    void seatAt(SittingId sitting, String chair, Runnable besides);

    /**
     * Makes, changes and takes out sittings of exams, all at once.
     *
     * @param besides what else is done in the database, before that and in the same transaction
     * @throws BegunException if one that is changed or taken out has begun; then nothing is changed
     * @throws MalformedPaperException if accommodations do not go with a paper; then nothing is changed
     */
    void revise(Revision revision, Runnable besides);

    /** Returns the sittings of an exam, by the numbers of their candidates. */
    List<Appointment> of(ExamId exam);

    /** Returns some of the sittings of an exam, by the numbers of their candidates. */
    List<Appointment> of(ExamId exam, int from, int most);

    /** Returns the sitting of an exam that a candidate has. */
    Optional<Appointment> find(ExamId exam, String candidate);

    /**
     * Shows or hides all sittings of an exam to their candidates.
     *
     * @param besides what else is done in the database, before that and in the same transaction
     */
    void show(ExamId exam, boolean shown, Runnable besides);

    /**
     * Returns the sittings of official papers whose doors are open at {@code now} or have been, at most {@code most}:
     * those that opened last first, then those at any time.
     */
    List<Appointment> current(Instant now, int most);

    /** Returns the sittings that a candidate sees, oldest first. */
    List<Appointment> of(String candidate);

    /** Returns the practice that a candidate has handed in, oldest first. */
    List<Appointment> practised(String candidate);

    /**
     * Deletes practice with all that is kept of it: its ledger, and what {@link Forgotten} tells others to delete.
     *
     * @throws IllegalArgumentException if it is no practice
     */
    void forget(Appointment practised);

    /**
     * Deletes the rows of a sitting whose time of being kept is over, while nothing happens in it.
     *
     * @param rows deletes them, in one transaction
     */
    void delete(Appointment old, Runnable rows);

    /** Returns how many sittings of a version of a paper there are. */
    long count(PaperRef paper);

    Optional<Appointment> find(SittingId sitting);
}
