package dauntingledger.app.marking;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.Exams;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.staff.Role;
import dauntingledger.app.staff.Staff;
import dauntingledger.rulebook.marking.MarkingScheme;
import dauntingledger.rulebook.paper.ItemId;
import java.security.Principal;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.server.ResponseStatusException;

/** Which exams somebody marks: those of their papers, while they are closed and not marked. */
@Component
class MarkersPapers {

    private final Exams exams;
    private final KeyVersions keys;
    private final Staff staff;

    MarkersPapers(Exams exams, KeyVersions keys, Staff staff) {
        this.exams = exams;
        this.keys = keys;
        this.staff = staff;
    }

    /** A question that somebody marks. */
    record Asked(Exam exam, ItemId item, MarkingScheme scheme, Staff.Member marker) {
        boolean isChief() {
            return marker.role() == Role.CHIEF_MARKER;
        }
    }

    Staff.Member member(Principal principal) {
        return staff.member(principal.getName()).orElseThrow();
    }

    List<Exam> of(Staff.Member marker) {
        return exams.closed(marker.papers());
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
        ItemId id = new ItemId(item);
        return Optional.ofNullable(keys.marking(found).schemes().get(id))
                .map(scheme -> new Asked(found, id, scheme, member(principal)))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
