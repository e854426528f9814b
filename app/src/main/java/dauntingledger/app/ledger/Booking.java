package dauntingledger.app.ledger;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.papers.PaperRef;

/** A sitting that is to be: what an {@link Appointment} says before it has a number. */
public record Booking(String candidate, PaperRef paper, String chair, Terms terms, Appointment.InExam exam) {
    public Booking {
        requireNonNull(candidate, "candidate");
        requireNonNull(paper, "paper");
        requireNonNull(chair, "chair");
        requireNonNull(terms, "terms");
        requireNonNull(exam, "exam");
    }
}
