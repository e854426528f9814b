package dauntingledger.app.marking;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.Exams;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.papers.PaperMarking;
import dauntingledger.app.staff.Role;
import dauntingledger.app.staff.Staff;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.marking.MarkingScheme;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import java.security.Principal;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.server.ResponseStatusException;

/**
 * Which exams somebody marks: those of their papers while they are closed and not marked, and those that are over where
 * they are asked to look at something again.
 */
@Component
class MarkersPapers {

    private static final Set<ExamState> STATES = Set.of(ExamState.CLOSED, ExamState.MARKED, ExamState.RELEASED);

    private final Exams exams;
    private final KeyVersions keys;
    private final MarkingLedger ledger;
    private final Staff staff;

    MarkersPapers(Exams exams, KeyVersions keys, MarkingLedger ledger, Staff staff) {
        this.exams = exams;
        this.keys = keys;
        this.ledger = ledger;
        this.staff = staff;
    }

    /**
     * A question that somebody marks.
     *
     * @param most the most that an answer to it can be worth, in the item's own SCORE
     */
    record Asked(Exam exam, ItemId item, MarkingScheme scheme, Rational most, Staff.Member marker) {
        boolean isChief() {
            return marker.role() == Role.CHIEF_MARKER && !isReview();
        }

        /** Returns whether only what is to be looked at again is theirs. */
        boolean isReview() {
            return exam.state() != ExamState.CLOSED;
        }
    }

    Staff.Member member(Principal principal) {
        return staff.member(principal.getName()).orElseThrow();
    }

    List<Exam> of(Staff.Member marker) {
        return exams.in(STATES, marker.papers()).stream()
                .filter(exam -> exam.state() == ExamState.CLOSED || isReviewing(exam, marker))
                .toList();
    }

    private boolean isReviewing(Exam exam, Staff.Member marker) {
        return ledger.of(exam.id()).values().stream().anyMatch(answer -> answer.isReviewedBy(marker.number()));
    }

    /** @throws ResponseStatusException 404 if this person does not mark that exam now */
    Exam exam(long exam, Principal principal) {
        return exams.find(new ExamId(exam))
                .filter(found -> of(member(principal)).contains(found))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    /** @throws ResponseStatusException 404 if this person does not mark such a question now */
    Asked find(long exam, String item, Principal principal) {
        Exam found = exam(exam, principal);
        return questions(found, member(principal))
                .filter(asked -> asked.item().value().equals(item))
                .findFirst()
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    /** Returns all questions of an exam that people mark. */
    Stream<Asked> questions(Exam exam, Staff.Member marker) {
        PaperMarking marking = keys.marking(exam);
        return marking.schemes().entrySet().stream()
                .map(one -> new Asked(exam, one.getKey(), one.getValue(), marking.mostOf(one.getKey()), marker));
    }
}
