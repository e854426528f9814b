package dauntingledger.rulebook.sitting;

import static dauntingledger.rulebook.testing.Programs.run;
import static dauntingledger.rulebook.testing.Programs.written;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.program.Ending;
import dauntingledger.rulebook.program.Language;
import dauntingledger.rulebook.program.Trial;
import dauntingledger.rulebook.response.Interaction.Completeness;
import dauntingledger.rulebook.testing.Desk;
import dauntingledger.rulebook.testing.Programs;
import dauntingledger.rulebook.testing.SamplePapers;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What becomes of a question that is answered by a program, act by act. */
class ProgramRulesTest {

    private static final String PYTHON = "python\nprint(1)";
    private static final String JAVASCRIPT = "javascript\n// tides\nprint(1)";

    private final Desk desk = Programs.desk();

    private Programming programming() {
        return desk.question("task").work().programming(SamplePapers.R1);
    }

    @Test
    void itIsAFullAnswerOnceAnExamplePassesAsItIsNow() {
        desk.does(written(PYTHON));
        assertThat(desk.question("task").completeness()).isEqualTo(Completeness.PART);
        desk.does(run(true, Ending.OTHER_OUTPUT, Ending.ERROR));
        assertThat(desk.question("task").completeness()).isEqualTo(Completeness.PART);
        desk.does(run(true, Ending.OTHER_OUTPUT, Ending.PASSED));
        assertThat(desk.question("task").completeness()).isEqualTo(Completeness.FULL);
        desk.does(written(PYTHON + "\nprint(2)"));
        assertThat(desk.question("task").completeness()).isEqualTo(Completeness.PART);
        assertThat(programming().trial().map(Trial::current)).contains(false);
    }

    @Test
    void aRunWithOnesOwnInputChangesNothing() {
        desk.does(written(PYTHON));
        Question before = desk.question("task");
        desk.does(run(false, Ending.ENDED));
        assertThat(desk.question("task").work()).isEqualTo(before.work());
    }

    @Test
    void whatWasWrittenInAnotherLanguageIsLaidAside() {
        desk.does(written(PYTHON)).does(written(JAVASCRIPT));
        assertThat(programming().aside()).containsOnlyKeys(Language.PYTHON).containsValue("print(1)");
        desk.does(written(PYTHON + "\n"));
        assertThat(programming().aside()).containsOnlyKeys(Language.JAVASCRIPT);
    }

    @Test
    void whatIsErasedIsLaidAsideToo() {
        desk.does(written(PYTHON)).does(new Act.Erased(new ItemId("task")));
        assertThat(desk.question("task").status()).isEqualTo(Question.Status.BLANK);
        assertThat(programming().aside()).containsEntry(Language.PYTHON, "print(1)");
    }

    @Test
    void aProgramThatLostWhatStaysIsRefused() {
        assertThat(desk.permits(written("javascript\nprint(1)"))).isEqualTo(Verdict.FIXED_TEXT_LOST);
        assertThat(desk.permits(written("lua\nprint(1)"))).isEqualTo(Verdict.OTHER_LANGUAGE);
    }

    @Test
    void aTrialHasAsManyEndingsAsThereAreExamples() {
        assertThat(desk.permits(run(true, Ending.PASSED))).isEqualTo(Verdict.UNKNOWN_RESPONSE);
        assertThat(desk.permits(run(true, Ending.PASSED, Ending.PASSED))).isEqualTo(Verdict.PERMITTED);
        assertThatThrownBy(() -> run(false, Ending.ENDED, Ending.ENDED)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new Act.ProgramRun(
                        new ItemId("task"), SamplePapers.R1, "not a hash", false, List.of(Ending.ENDED)))
                .hasMessage("a program is named by 64 hexadecimal digits");
    }
}
