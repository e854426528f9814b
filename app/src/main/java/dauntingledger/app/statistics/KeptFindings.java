package dauntingledger.app.statistics;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.marking.KeyVersions;
import dauntingledger.app.marking.LeftOut;
import dauntingledger.app.marking.MarkingLedger;
import java.time.Duration;
import java.time.Instant;
import org.springframework.stereotype.Component;

/**
 * What the answers of exams tell, worked out when it is asked for, and kept until a mark, the key or the cohort changes. Nobody
 * is inside an exam any more whose answers are looked at.
 */
@Component
class KeptFindings {

    private static final int MOST_KEPT = 10;
    private static final Duration KEPT = Duration.ofHours(1);

    private final CohortReader reader;
    private final MarkingLedger marking;
    private final LeftOut leftOut;
    private final KeyVersions keys;
    private final Cache<Of, CohortFindings> kept =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).expireAfterAccess(KEPT).build();

    KeptFindings(CohortReader reader, MarkingLedger marking, LeftOut leftOut, KeyVersions keys) {
        this.reader = reader;
        this.marking = marking;
        this.leftOut = leftOut;
        this.keys = keys;
    }

    /** An exam, and what its findings hang on. */
    private record Of(ExamId exam, Instant marked, Instant leftOut, int key) {}

    CohortFindings of(Exam exam) {
        Of now = new Of(
                exam.id(),
                marking.changedAt(exam.id()),
                leftOut.lastAt(exam.id()),
                keys.latest(exam.id()).number());
        return kept.get(now, of -> reader.read(exam));
    }
}
