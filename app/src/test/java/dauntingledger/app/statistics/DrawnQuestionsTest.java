package dauntingledger.app.statistics;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.papers.Packages;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.results.TwoAtHome;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.statistics.QuestionFigures;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Figures of an exam in which each candidate is asked three of six questions. */
class DrawnQuestionsTest extends TwoAtHome {

    private static final int ASKED = 3;

    @Autowired
    private KeptFindings findings;

    DrawnQuestionsTest() {
        more = 6;
    }

    @Override
    protected PaperRef sat() {
        byte[] drawn = Packages.demo("shore-radio")
                .replacing("daunting-ledger.xml", "id=\"shore-radio\"", "id=\"drawn-radio\"")
                .replacing(
                        "test.xml",
                        "title=\"Calls and the log\" visible=\"true\">",
                        "title=\"Calls and the log\" visible=\"true\"><qti-selection select=\"" + ASKED + "\"/>")
                .zip();
        try {
            return papers.importPackage(new ByteArrayInputStream(drawn)).paper();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    protected void sitToo(List<Appointment> others) {
        others.forEach(one -> sit(one, explained -> Optional.of(right(explained))));
    }

    @Test
    void areOfThoseWhoWereAsked() {
        bringTo(exam, ExamState.CLOSED);
        CohortFindings found = findings.of(exam);

        int handedIn = found.statistics().whole().marks().number();
        assertThat(found.statistics().questions().stream()
                        .mapToInt(QuestionFigures::candidates)
                        .sum())
                .isEqualTo(handedIn * ASKED);
        assertThat(found.most()).isEqualTo(Rational.of(ASKED));
        assertThat(found.sectionMosts()).containsExactly(Rational.of(ASKED));
        assertThat(found.statistics().whole().histogram().counts()).hasSize(ASKED);
    }
}
