package dauntingledger.app.results;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.ExamPlan;
import dauntingledger.app.exams.OfficeWork;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Question;
import java.time.Duration;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;

/** An exam at home in the radio paper that two have sat: one has everything right, the other handed in nothing. */
abstract class TwoAtHome extends OfficeWork {

    protected Exam exam;
    protected Appointment passed;
    protected Appointment failed;

    @BeforeEach
    void sitIt() {
        exam = exams.make(new ExamPlan(
                "Exam " + nextNumber(),
                paper("shore-radio"),
                in(Duration.ofMinutes(-2)),
                Set.of(),
                true,
                Set.of("INV-1")));
        imports(exam, "number,name", nextNumber() + ",Åse Ørn", nextNumber() + ",Bo");
        exams.bring(exam.id(), ExamState.ANNOUNCED);
        passed = exams.roster(exam.id()).getFirst();
        failed = exams.roster(exam.id()).getLast();
        sit(passed, true);
        sit(failed, false);
        clock.advance(Duration.ofHours(4));
    }

    private void sit(Appointment sitting, boolean right) {
        does(sitting, new Act.StageOpened(new StageId("alone")));
        Stage.Notice notice = (Stage.Notice) sitting(sitting).route().stage().orElseThrow();
        does(
                sitting,
                new Act.NoticeAccepted(
                        notice.id(), notice.textDigests().iterator().next(), ""));
        does(sitting, new Act.StationExcused(new StageId("station"), "Jonna Hartwell"));
        does(sitting, new Act.StageLeft(new StageId("station")));
        does(sitting, new Act.CodeGiven(new StageId("door"), true));
        does(sitting, new Act.StageLeft(new StageId("instructions")));
        does(sitting, new Act.StageOpened(new StageId("watch")));
        if (right) {
            papers.explain(sitting.paper(), "en", sitting(sitting)).forEach(explained -> {
                Question question = explained.question();
                does(sitting, new Act.QuestionOpened(question.item().id()));
                explained
                        .explanation()
                        .reasons()
                        .forEach(reason -> does(
                                sitting,
                                new Act.Answered(
                                        question.item().id(),
                                        reason.response(),
                                        question.item()
                                                .interaction(reason.response())
                                                .orElseThrow()
                                                .blank()
                                                .with(reason.expected().elements()))));
            });
        }
        does(sitting, new Act.BlockClosed(new StageId("watch")));
        does(sitting, new Act.HandedIn());
    }
}
