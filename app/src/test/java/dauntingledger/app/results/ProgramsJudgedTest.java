package dauntingledger.app.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.papers.Packages;
import dauntingledger.app.papers.PaperMarking;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.programs.Settled;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.program.Ending;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.scoring.Score;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MockMvc;

/** An exam with a question that is answered by a program, from the hand-in to the result. */
class ProgramsJudgedTest extends TwoAtHome {

    private static final ItemId TASK = new ItemId("weak-voice");
    private static final ResponseId R1 = new ResponseId("R1");
    private static final Path SOLUTION = Path.of("src/test/resources/programs/solutions/gate-log.py");

    @Autowired
    private MockMvc mvc;

    @Autowired
    private Settled settled;

    private final List<Appointment> others = new ArrayList<>();

    /** The radio paper, with a task of the cadets in the place of one of its questions. */
    @Override
    protected PaperRef sat() {
        String own = "radio-" + nextNumber();
        try {
            byte[] zip = Packages.demo("shore-radio")
                    .replacing("items/weak-voice.xml", Packages.demo("cadet-entrance"), "items/gate-log.xml")
                    .replacing("items/weak-voice.xml", "time-ms=\"2000\"", "time-ms=\"100\"")
                    .replacing("daunting-ledger.xml", "id=\"shore-radio\"", "id=\"" + own + "\"")
                    .zip();
            return papers.importPackage(new ByteArrayInputStream(zip)).paper();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    @BeforeEach
    protected void sitIt() {
        more = 2;
        super.sitIt();
    }

    private static String solution() {
        try {
            return "python\n" + Files.readString(SOLUTION);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** One writes what is right, and one a loop without end. */
    @Override
    protected void sitToo(List<Appointment> roster) {
        others.addAll(roster);
        List<String> programs = List.of(solution(), "javascript\nfor (;;) {}");
        for (int i = 0; i < roster.size(); i++) {
            String program = programs.get(i);
            sit(
                    roster.get(i),
                    explained -> explained.question().item().id().equals(TASK)
                            ? Optional.of(Map.of(R1, List.of(program)))
                            : Optional.empty());
        }
    }

    private PaperMarking marking() {
        return papers.marking(exam.paper(), List.of());
    }

    private Score.OfItem task(Appointment sitting) {
        return marking().score(sitting(sitting), Map.of()).sections().stream()
                .flatMap(section -> section.items().stream())
                .filter(item -> item.item().equals(TASK))
                .findFirst()
                .orElseThrow();
    }

    private List<Ending> endings(Appointment sitting) {
        return marking().explain("en", sitting(sitting).questions().get(TASK), Map.of()).runs().values().stream()
                .flatMap(List::stream)
                .map(ran -> ran.ending())
                .toList();
    }

    private String key() {
        return "/office/exams/" + exam.id() + "/key/" + TASK;
    }

    private String page(String address) throws Exception {
        return mvc.perform(get(address).with(user("OFF-1").roles("OFFICE")).with(token()))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    @Test
    void marksArePendingUntilEveryCaseWasRun() throws Exception {
        bringTo(exam, ExamState.CLOSED);
        settled.await();
        settled.forgetAll();
        assertThat(task(others.getLast()).outcome()).isEqualTo(Score.Outcome.PENDING);
        assertThat(exams.obstacles(exams.find(exam.id()).orElseThrow(), ExamState.MARKED))
                .isNotEmpty();

        settled.await();
        assertThat(task(others.getFirst()).outcome()).isEqualTo(Score.Outcome.RIGHT);
        assertThat(endings(others.getFirst())).hasSize(12).containsOnly(Ending.PASSED);
        assertThat(task(others.getLast()).outcome()).isEqualTo(Score.Outcome.WRONG);
        assertThat(endings(others.getLast())).hasSize(12).containsOnly(Ending.OUT_OF_TIME);
        assertThat(task(failed).outcome()).isEqualTo(Score.Outcome.BLANK);
        assertThat(exams.obstacles(exams.find(exam.id()).orElseThrow(), ExamState.MARKED))
                .isEmpty();
        assertThat(page(key())).contains("2 of 2 were run in every case", "too long 1");
    }

    @Test
    void aCaseThatWasWrongIsCorrectedAndJudgedAnew() throws Exception {
        bringTo(exam, ExamState.CLOSED);
        settled.await();
        String other = "?kind=case&response=R1&number=1&output=Nobody%0D%0Atotal 3%0D%0A";
        page(key() + other);
        settled.await();
        assertThat(page(key() + other)).contains("case 1 wants something else", "1 of 4 results change");
        assertThat(page(key() + "?kind=case-out&response=R1&number=1")).contains("case 1 counts for nobody");
        assertThat(page(key() + "?kind=case-out&response=R1&number=99")).contains("is judged by no case 99");
    }

    @Test
    void theOfficeHasAllJudgedAgain() throws Exception {
        bringTo(exam, ExamState.CLOSED);
        settled.await();
        mvc.perform(post(key() + "/again").with(user("OFF-1").roles("OFFICE")).with(token()))
                .andExpect(status().is3xxRedirection());
        assertThat(page(key())).doesNotContain("2 of 2 were run in every case");
        settled.await();
        assertThat(page(key())).contains("2 of 2 were run in every case");
    }

    @ParameterizedTest
    @ValueSource(strings = {"AUDITOR", "MARKER", "CHIEF_MARKER", "INVIGILATOR", "CANDIDATE"})
    void nobodyElseHas(String role) throws Exception {
        mvc.perform(post(key() + "/again").with(user("X-1").roles(role)).with(token()))
                .andExpect(status().isForbidden());
    }
}
