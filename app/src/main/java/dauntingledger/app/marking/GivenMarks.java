package dauntingledger.app.marking;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.papers.PaperMarking;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import java.util.HashMap;
import java.util.Map;
import org.springframework.stereotype.Component;

/** What people gave to the answers of an exam, where that is decided. */
@Component
public class GivenMarks {

    private final MarkingLedger ledger;

    GivenMarks(MarkingLedger ledger) {
        this.ledger = ledger;
    }

    /** Returns the item's own SCORE of each answer that has its marks, by sitting and item; what nobody marks any more is left out. */
    public Map<SittingId, Map<ItemId, Rational>> of(Exam exam, PaperMarking marking) {
        Map<SittingId, Map<ItemId, Rational>> given = new HashMap<>();
        ledger.of(exam.id())
                .forEach((answer, of) -> marking.scheme(answer.item())
                        .flatMap(scheme -> of.mark(scheme, marking.mostOf(answer.item())))
                        .ifPresent(
                                mark -> given.computeIfAbsent(new SittingId(answer.sitting()), none -> new HashMap<>())
                                        .put(answer.item(), mark)));
        return given;
    }
}
