package dauntingledger.app.demo;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.marking.HandedIn;
import dauntingledger.app.marking.KeyVersions;
import dauntingledger.app.marking.MarkingLedger;
import dauntingledger.rulebook.marking.MarkingAct;
import dauntingledger.rulebook.marking.MarkingAct.AnswerId;
import dauntingledger.rulebook.marking.MarkingScheme;
import dauntingledger.rulebook.marking.MarksGiven;
import dauntingledger.rulebook.marking.PointId;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.response.Interaction;
import java.time.Clock;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;

/**
 * What the two markers of the demo have given so far: most answers have their marks, some wait, and at two of them the
 * markers are too far apart.
 */
@Component
@ConditionalOnProperty("exam.demo.crowd")
class DemoMarks {

    private static final String ONE = "MRK-1";
    private static final String TWO = "MRK-2";
    private static final ItemId REPORT = new ItemId("report");

    /** One answer in so many waits for its marks. */
    private static final int WAITS = 6;

    private static final int DISAGREEMENTS = 2;

    private final MarkingLedger ledger;
    private final KeyVersions keys;
    private final HandedIn handedIn;
    private final Clock clock;

    DemoMarks(MarkingLedger ledger, KeyVersions keys, HandedIn handedIn, Clock clock) {
        this.ledger = ledger;
        this.keys = keys;
        this.handedIn = handedIn;
        this.clock = clock;
    }

    void giveTo(Exam exam) {
        MarkingScheme scheme = requireNonNull(keys.marking(exam).schemes().get(REPORT));
        List<AnswerId> answers = handedIn.of(exam)
                .filter(one -> one.sitting().questions().get(REPORT).completeness() != Interaction.Completeness.BLANK)
                .map(one -> new AnswerId(one.appointment().sitting().value(), REPORT))
                .sorted(Comparator.comparingLong(AnswerId::sitting))
                .toList();
        Random random = new Random(1);
        for (int i = 0; i < answers.size(); i++) {
            if (i % WAITS == WAITS - 1) {
                continue;
            }
            int worth = random.nextInt(scheme.best().rounded(0).intValue() + 1);
            give(exam, scheme, answers.get(i), ONE, i < DISAGREEMENTS ? 0 : worth);
            if (i % WAITS != WAITS - 2) {
                give(
                        exam,
                        scheme,
                        answers.get(i),
                        TWO,
                        i < DISAGREEMENTS ? scheme.best().rounded(0).intValue() : worth);
            }
        }
    }

    /** Gives the first points of the scheme that come to so many marks. */
    private void give(Exam exam, MarkingScheme scheme, AnswerId answer, String marker, int marks) {
        Map<PointId, Rational> points = new LinkedHashMap<>();
        Rational left = Rational.of(marks);
        for (MarkingScheme.Group group : scheme.groups()) {
            for (MarkingScheme.Point point : group.points()) {
                boolean free = !group.exclusive()
                        || group.points().stream().noneMatch(other -> points.containsKey(other.id()));
                if (free && point.marks().compareTo(left) <= 0) {
                    points.put(point.id(), point.marks());
                    left = left.minus(point.marks());
                }
            }
        }
        ledger.enter(
                exam.id(), new MarkingAct.Marked(answer, MarksGiven.points(points)), marker, scheme, clock.instant());
    }
}
