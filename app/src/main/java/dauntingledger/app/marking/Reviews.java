package dauntingledger.app.marking;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.papers.PaperMarking;
import dauntingledger.rulebook.marking.AnswerMarking;
import dauntingledger.rulebook.marking.AnswerMarking.Refusal;
import dauntingledger.rulebook.marking.MarkingAct;
import dauntingledger.rulebook.marking.MarkingAct.AnswerId;
import dauntingledger.rulebook.marking.MarkingScheme;
import dauntingledger.rulebook.marking.MarksGiven;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import java.time.Clock;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What people gave to the answers of one sitting, and marks that are asked for once more. */
@Component
public class Reviews {

    private final MarkingLedger ledger;
    private final KeyVersions keys;
    private final Clock clock;

    Reviews(MarkingLedger ledger, KeyVersions keys, Clock clock) {
        this.ledger = ledger;
        this.keys = keys;
        this.clock = clock;
    }

    /**
     * An answer that people marked.
     *
     * @param counting the marks that count
     * @param mark what they come to
     * @param reviewer who is asked to look at it again; empty for nobody
     * @param again what that came to, once it is there
     */
    public record Marked(
            ItemId item,
            MarkingScheme scheme,
            List<MarksGiven> counting,
            Rational mark,
            Rational most,
            Optional<String> reviewer,
            Optional<Rational> again) {}

    /** Returns the answers of a sitting that people marked, by the names of the questions. */
    public List<Marked> of(Exam exam, SittingId sitting) {
        PaperMarking marking = keys.marking(exam);
        return ledger.of(exam.id()).entrySet().stream()
                .filter(one -> one.getKey().sitting() == sitting.value())
                .flatMap(one ->
                        Optional.ofNullable(marking.schemes().get(one.getKey().item()))
                                .flatMap(scheme -> marked(
                                        one.getKey().item(),
                                        one.getValue(),
                                        scheme,
                                        marking.mostOf(one.getKey().item())))
                                .stream())
                .sorted(Comparator.comparing(one -> one.item().value()))
                .toList();
    }

    private static Optional<Marked> marked(ItemId item, AnswerMarking of, MarkingScheme scheme, Rational most) {
        return of.mark(scheme, most)
                .map(mark -> new Marked(
                        item,
                        scheme,
                        of.counting(scheme),
                        mark,
                        most,
                        of.review().map(AnswerMarking.Review::marker),
                        of.review().flatMap(AnswerMarking.Review::given).map(given -> scheme.sum(given, most))));
    }

    /** Asks a marker to look at an answer again, or returns why that cannot be. */
    public Optional<Refusal> ask(
            Exam exam, SittingId sitting, ItemId item, String marker, String reason, String person) {
        return enter(
                exam, item, new MarkingAct.ReviewAsked(new AnswerId(sitting.value(), item), marker, reason), person);
    }

    /** Ends a review with its marks or with those before, or returns why that cannot be. */
    public Optional<Refusal> end(
            Exam exam, SittingId sitting, ItemId item, boolean counts, String reason, String person) {
        return enter(
                exam, item, new MarkingAct.ReviewEnded(new AnswerId(sitting.value(), item), counts, reason), person);
    }

    private Optional<Refusal> enter(Exam exam, ItemId item, MarkingAct act, String person) {
        MarkingScheme scheme = keys.marking(exam).schemes().get(item);
        return scheme == null
                ? Optional.of(Refusal.NOT_FINISHED)
                : ledger.enter(exam.id(), act, person, scheme, clock.instant());
    }
}
