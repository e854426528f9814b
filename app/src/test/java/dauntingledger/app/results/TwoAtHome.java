package dauntingledger.app.results;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.ExamPlan;
import dauntingledger.app.exams.OfficeWork;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.papers.Papers;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.scoring.Score;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Question;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;

/** An exam at home in the radio paper that two have sat: one has everything right, the other handed in nothing. */
public abstract class TwoAtHome extends OfficeWork {

    protected Exam exam;
    protected Appointment passed;
    protected Appointment failed;

    /** How many sit it besides. */
    protected int more;

    @BeforeEach
    protected void sitIt() {
        exam = exams.make(new ExamPlan(
                "Exam " + nextNumber(), sat(), in(Duration.ofMinutes(-2)), Set.of(), true, Set.of("INV-1")));
        List<String> lines = new ArrayList<>(List.of("number,name", nextNumber() + ",Åse Ørn", nextNumber() + ",Bo"));
        for (int i = 0; i < more; i++) {
            lines.add(nextNumber() + ",Candidate " + i);
        }
        imports(exam, lines.toArray(String[]::new));
        exams.bring(exam.id(), ExamState.ANNOUNCED);
        List<Appointment> roster = exams.roster(exam.id());
        passed = roster.get(0);
        failed = roster.get(1);
        sit(passed, explained -> Optional.of(right(explained)));
        sit(failed, explained -> Optional.empty());
        sitToo(roster.subList(2, roster.size()));
        clock.advance(Duration.ofHours(4));
    }

    /** Returns the paper that is sat: the radio paper, or one with the same stages. */
    protected PaperRef sat() {
        return paper("shore-radio");
    }

    /** Brings about how the others sit it, if there are {@link #more}. */
    protected void sitToo(List<Appointment> others) {}

    /** Sits it as {@code answering} says: what is entered in each place of a question; nothing leaves it unseen. */
    protected void sit(
            Appointment sitting, Function<Papers.Explained, Optional<Map<ResponseId, List<String>>>> answering) {
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
        papers.marking(sitting.paper(), sitting.seed())
                .explain("en", sitting(sitting), Map.of())
                .forEach(explained -> answering.apply(explained).ifPresent(answers -> {
                    Question question = explained.question();
                    does(sitting, new Act.QuestionOpened(question.item().id()));
                    answers.forEach((response, elements) -> does(
                            sitting,
                            new Act.Answered(
                                    question.item().id(),
                                    response,
                                    question.item()
                                            .interaction(response)
                                            .orElseThrow()
                                            .blank()
                                            .with(elements))));
                }));
        does(sitting, new Act.BlockClosed(new StageId("watch")));
        does(sitting, new Act.HandedIn());
    }

    /** Returns what is right by the key. */
    protected static Map<ResponseId, List<String>> right(Papers.Explained explained) {
        return explained.explanation().reasons().stream()
                .collect(Collectors.toMap(
                        Score.Reason::response, reason -> reason.expected().elements()));
    }
}
