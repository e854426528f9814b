package dauntingledger.app.exams;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.RoomId;
import dauntingledger.rulebook.exam.Chair;
import java.util.Optional;

/** Who sits where. */
public interface Chairs {

    /**
     * Gives chairs by a seed, and lets neighbours have other orders of questions where the paper has several.
     *
     * @param all whether everybody is seated anew; if not, only those who have no chair
     * @return how many pairs of neighbours get their questions in the same order, because the paper has too few
     * @throws ExamChangeException if there are too few chairs, or somebody has come in
     */
    int give(ExamId exam, long seed, boolean all);

    /**
     * Gives somebody a chair; who sits there gets the chair that becomes free.
     *
     * @param place a room with a chair in it; none to be without
     * @throws ExamChangeException if there is no such chair, or one of the two has come in
     */
    void move(Appointment sitting, Optional<Place> place);

    /**
     * Gives somebody who may have come in another chair of the same room, in whatever state the exam is.
     *
     * @param chair its label
     * @throws ExamChangeException if there is no such chair, or it is somebody's
     */
    void change(Appointment sitting, String chair);

    /** A chair in a room. */
    record Place(RoomId room, Chair chair) {}
}
