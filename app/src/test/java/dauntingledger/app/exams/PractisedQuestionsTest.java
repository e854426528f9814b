package dauntingledger.app.exams;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.hamcrest.Matchers.containsString;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;

import dauntingledger.app.papers.PackageRefusedException;
import dauntingledger.app.papers.Packages;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.papers.SharedQuestion;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.paper.ItemId;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.time.Duration;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MockMvc;

/** What is asked in an exam that is not over cannot be practised. */
class PractisedQuestionsTest extends OfficeWork {

    @Autowired
    private MockMvc mvc;

    private static final String ASKED = "items/silence-minute.xml";

    /** A number that is in the words of the question, so that no other paper of these tests has the same. */
    private final int own = nextNumber();

    private Packages official() {
        return Packages.demo("shore-radio")
                .replacing("daunting-ledger.xml", "id=\"shore-radio\"", "id=\"radio-" + own + "\"")
                .replacing(ASKED, "one minute is kept", "one minute of " + own + " is kept");
    }

    /** The practice set of the rules, with the official question in the place of one of its own, spaced and called otherwise. */
    private Packages leaking() {
        return Packages.demo("rules-practice")
                .replacing("daunting-ledger.xml", "id=\"rules-practice\"", "id=\"rules-" + own + "\"")
                .replacing("items/period-ten.xml", official(), ASKED)
                .replacing("items/period-ten.xml", "one minute of", "one  minute\n of");
    }

    private PaperRef take(Packages taken) throws IOException {
        return papers.importPackage(new ByteArrayInputStream(taken.zip())).paper();
    }

    @Test
    void aPackageForPracticeIsRefusedWithTheNames() throws IOException {
        Exam exam = exams.make(
                new ExamPlan("Radio " + own, take(official()), in(Duration.ofDays(7)), Set.of(), true, Set.of()));
        imports(exam, 1);
        bringTo(exam, ExamState.ANNOUNCED);

        PackageRefusedException refused = catchThrowableOfType(PackageRefusedException.class, () -> take(leaking()));

        assertThat(refused.problems())
                .singleElement()
                .satisfies(problem -> assertThat(problem.what())
                        .startsWith("question 'period-ten' is question 'silence-minute' of the paper ")
                        .contains("which is sat in the exam 'Radio " + own + "'"));
        assertThat(papers.latest()).noneMatch(ref -> ref.id().value().equals("rules-" + own));
    }

    @Test
    void anExamOfItIsNotAnnouncedAndItsPageSaysWhichQuestionsTheyAre() throws Exception {
        PaperRef paper = take(official());
        take(leaking());
        Exam exam = exams.make(new ExamPlan("Radio " + own, paper, in(Duration.ofDays(7)), Set.of(), true, Set.of()));
        imports(exam, 1);

        assertThat(papers.practised(paper))
                .containsExactly(new SharedQuestion(
                        new ItemId("silence-minute"), "Practice: buoyage and rules", new ItemId("period-ten")));
        assertThatThrownBy(() -> bringTo(exam, ExamState.ANNOUNCED))
                .isInstanceOfSatisfying(
                        ExamChangeException.class,
                        why -> assertThat(why.reasons()).containsExactly("practised"));
        mvc.perform(get("/office/exams/" + exam.id()).with(user("OFF-1").roles("OFFICE")))
                .andExpect(content()
                        .string(containsString("‘silence-minute’ is ‘period-ten’ of ‘Practice: buoyage and rules’")));
    }

    @Test
    void anAnnouncedExamDoesNotGetItsPaperAndADraftDoes() throws IOException {
        PaperRef paper = take(official());
        take(leaking());
        Exam exam = exams.make(plan("shore-radio", in(Duration.ofDays(7))));
        ExamPlan other = new ExamPlan(exam.title(), paper, exam.hours(), Set.of(), true, Set.of());

        assertThatCode(() -> exams.change(exam.id(), other)).doesNotThrowAnyException();

        Exam announced = exams.make(
                new ExamPlan("Radio " + own, paper("shore-radio"), in(Duration.ofDays(7)), Set.of(), true, Set.of()));
        imports(announced, 1);
        bringTo(announced, ExamState.ANNOUNCED);
        assertThatThrownBy(() -> exams.change(announced.id(), other))
                .isInstanceOfSatisfying(
                        ExamChangeException.class,
                        why -> assertThat(why.reasons()).containsExactly("practised"));
    }
}
