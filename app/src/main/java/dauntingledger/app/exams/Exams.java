package dauntingledger.app.exams;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.rulebook.exam.ExamState;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** The exams of this installation. */
public interface Exams {

    /** Makes an exam, in draft. */
    Exam make(ExamPlan plan);

    /**
     * Changes an exam and with it the sittings of those who have not come in. If its hours change after it was
     * announced, everybody with an email is told, with a calendar file that takes the place of the one before.
     *
     * @return the numbers of candidates who keep the paper that they have begun, if the paper changes
     * @throws ExamChangeException if it cannot be changed so, or hours or places change and somebody has come in
     */
    List<String> change(ExamId exam, ExamPlan plan);

    Optional<Exam> find(ExamId exam);

    /** Returns the exam that a sitting belongs to. */
    default Optional<Exam> of(Appointment sitting) {
        return sitting.exam().flatMap(in -> find(in.exam()));
    }

    /** Returns exams, those that open last first. */
    List<Exam> page(int from, int most);

    /** Returns the exams of some papers that are in one of these states, the oldest first. */
    List<Exam> in(Set<ExamState> states, Set<String> ofPapers);

    List<Exam> all(List<ExamId> exams);

    /** Returns what keeps an exam from a state now; nothing if it can be brought there. */
    List<ExamState.Obstacle> obstacles(Exam exam, ExamState to);

    /**
     * Brings an exam to its next state, or back.
     *
     * @throws ExamChangeException if something keeps it, or the state is neither the next nor the one before
     */
    void bring(ExamId exam, ExamState to);

    ExamState.Facts facts(Exam exam);

    /** Returns those of some sittings of one exam whose candidates have come in. */
    Set<Appointment> begun(List<Appointment> sittings);

    /** Returns who sits an exam, by number. */
    List<Appointment> roster(ExamId exam);

    /** Returns some of those who sit an exam, by number. */
    List<Appointment> roster(ExamId exam, int from, int most);
}
