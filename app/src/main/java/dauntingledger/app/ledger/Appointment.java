package dauntingledger.app.ledger;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.papers.PaperRef;
import dauntingledger.rulebook.paper.Paper;
import java.util.Optional;

/**
 * Who sits which paper, and where.
 *
 * @param candidate the candidate's number
 * @param chair where the candidate sits in the room, as people there call it; empty if that is not said yet
 * @param seed what the candidate's items and the order of options are drawn with; 0 for a sitting from before there was
 *     one
 * @param exam the exam of the office that this belongs to; none for practice
 */
public record Appointment(
        SittingId sitting,
        String candidate,
        PaperRef paper,
        String chair,
        Terms terms,
        int seed,
        Optional<InExam> exam) {

    public Appointment {
        requireNonNull(chair, "chair");
        requireNonNull(exam, "exam");
    }

    /**
     * How a sitting belongs to an exam.
     *
     * @param room where it is held; none at home, or if it is not said yet
     * @param centre which centre entered the candidate; 0 for none
     * @param shown whether its candidate sees it
     */
    public record InExam(ExamId exam, Optional<RoomId> room, Origin origin, long centre, boolean shown) {
        public InExam {
            requireNonNull(exam, "exam");
            requireNonNull(room, "room");
            requireNonNull(origin, "origin");
        }

        InExam in(Optional<RoomId> other) {
            return new InExam(exam, other, origin, centre, shown);
        }
    }

    /** Returns this sitting of another paper, on other terms. */
    public Appointment on(PaperRef other, Terms others) {
        return new Appointment(sitting, candidate, other, chair, others, seed, exam);
    }

    /**
     * Returns this sitting in another place.
     *
     * @param to a room; none at home, or if it is not said yet
     * @param code what opens the door there to whoever has no supervisor
     */
    public Appointment at(Optional<RoomId> to, String otherChair, String code) {
        return new Appointment(
                sitting, candidate, paper, otherChair, terms.in(to, code), seed, exam.map(in -> in.in(to)));
    }

    /** Returns this sitting, drawn with another seed. */
    public Appointment drawnWith(int other) {
        return new Appointment(sitting, candidate, paper, chair, terms, other, exam);
    }

    public boolean isIn(ExamId one) {
        return exam.filter(in -> in.exam().equals(one)).isPresent();
    }

    /** Returns whether its candidate sees it and may come in. */
    public boolean isShown() {
        return exam.map(InExam::shown).orElse(true);
    }

    public Optional<RoomId> room() {
        return exam.flatMap(InExam::room);
    }

    /** Returns {@code whole}, which is this paper in some language, as this candidate sits it. */
    public Paper personal(Paper whole) {
        return terms.personal(whole.drawn(seed));
    }

    /**
     * Returns {@code whole} as {@link #personal(Paper)} does, to be read.
     *
     * @param extraBreak what an extra break is called in the language of the paper
     */
    public Paper personal(Paper whole, String extraBreak) {
        return terms.personal(whole.drawn(seed), extraBreak);
    }
}
