package dauntingledger.app.ledger;

import java.util.Set;

/** Tells that it has changed who sits in some exams, where, or on what terms; it is committed. */
public record RosterChanged(Set<ExamId> exams) {
    public RosterChanged {
        exams = Set.copyOf(exams);
    }
}
