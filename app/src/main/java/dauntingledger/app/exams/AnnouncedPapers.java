package dauntingledger.app.exams;

import dauntingledger.app.papers.LivePapers;
import dauntingledger.rulebook.exam.ExamState;
import jakarta.persistence.EntityManager;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** The papers of the exams that are announced, running ones too. */
@Component
class AnnouncedPapers implements LivePapers {

    private final EntityManager entities;
    private final TransactionTemplate transactions;

    AnnouncedPapers(EntityManager entities, TransactionTemplate transactions) {
        this.entities = entities;
        this.transactions = transactions;
    }

    @Override
    public List<Live> live() {
        return transactions.execute(status -> entities
                .createQuery("from ExamRecord where state = :announced order by id", ExamRecord.class)
                .setParameter("announced", ExamState.ANNOUNCED)
                .getResultList()
                .stream()
                .map(ExamRecord::exam)
                .map(exam -> new Live(exam.paper(), exam.title()))
                .toList());
    }
}
