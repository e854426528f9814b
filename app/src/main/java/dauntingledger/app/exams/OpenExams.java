package dauntingledger.app.exams;

import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.BegunException;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.Revision;
import dauntingledger.rulebook.exam.ExamState;
import jakarta.persistence.EntityManager;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Changes exams that are open to change, and their rosters with them: all of it or nothing, and never while somebody
 * brings the exam to another state. What is planned looks at the state, so a plan must not outlive it: who is entered
 * for a draft is hidden, and would stay hidden in an exam that has been announced meanwhile.
 */
@Component
class OpenExams {

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final Appointments appointments;

    OpenExams(EntityManager entities, TransactionTemplate transactions, Appointments appointments) {
        this.entities = entities;
        this.transactions = transactions;
        this.appointments = appointments;
    }

    /** @throws ExamChangeException if the exam is not open to change */
    Exam find(ExamId id) {
        Exam exam = transactions.execute(
                status -> entities.find(ExamRecord.class, id.value()).exam());
        if (!exam.state().isOpenToChange()) {
            throw new ExamChangeException("not-open");
        }
        return exam;
    }

    /**
     * Carries a change out.
     *
     * @param exam as it was when the change was planned
     * @param besides what else is changed, in the same transaction
     * @throws ExamChangeException if the exam is in another state by now, or somebody has come in whom it concerns
     */
    void change(Exam exam, Revision revision, Consumer<ExamRecord> besides) {
        try {
            appointments.revise(revision, () -> besides.accept(hold(exam)));
        } catch (BegunException e) {
            throw new ExamChangeException("begun");
        }
    }

    /**
     * Holds an exam until the transaction ends, in which this must be called.
     *
     * @throws ExamChangeException if it is in another state by now
     */
    ExamRecord hold(Exam exam) {
        if (hold(exam.id()) != exam.state()) {
            throw new ExamChangeException("another-state");
        }
        return entities.find(ExamRecord.class, exam.id().value());
    }

    /** Holds an exam in whatever state it is, and returns that. */
    ExamState hold(ExamId exam) {
        Object state = entities.createNativeQuery("select state from exam where id = ?1 for update", String.class)
                .setParameter(1, exam.value())
                .getSingleResult();
        return ExamState.valueOf(String.valueOf(state));
    }
}
