package dauntingledger.app.practice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ExamServerTest;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Terms;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.PracticeMode;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.practice.Run;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.sitting.Act;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MockMvc;

/** How practice went: of what was handed in, for the candidate who did it. */
class RunsTest extends ExamServerTest {

    private static final ItemId PERIOD = new ItemId("period");
    private static final ResponseId R1 = new ResponseId("R1");

    @Autowired
    private MockMvc mvc;

    @Autowired
    private Runs runs;

    private String page(String path, String candidate) throws Exception {
        return mvc.perform(get(path).with(user(candidate).roles("CANDIDATE")))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    /** Practises, and answers one question with an option after half a minute. */
    private void practises(String candidate, PracticeMode mode, String option) {
        Appointment appointment = appointments.make(candidate, paper("buoyage-practice"), "", Terms.practising(mode));
        does(appointment, new Act.StageOpened(new StageId("practice")));
        does(appointment, new Act.QuestionOpened(PERIOD));
        clock.advance(Duration.ofSeconds(30));
        does(appointment, new Act.Answered(PERIOD, R1, Value.choice(new ChoiceId(option))));
        does(appointment, new Act.BlockClosed(new StageId("practice")));
        does(appointment, new Act.HandedIn());
        clock.advance(Duration.ofDays(1));
    }

    @Test
    void isThatOfTheRunsThatWereHandedIn() throws Exception {
        String candidate = newAppointment().candidate();
        assertThat(page("/practice", candidate)).contains("not handed in any practice yet");
        practises(candidate, PracticeMode.LEARN, "B");
        practises(candidate, PracticeMode.UNTIMED, "D");
        practises(candidate, PracticeMode.REHEARSE, "D");

        List<Run> kept = List.copyOf(runs.of(candidate).values());
        assertThat(kept)
                .extracting(Run::mode)
                .containsExactly(PracticeMode.LEARN, PracticeMode.UNTIMED, PracticeMode.REHEARSE);
        assertThat(kept.getFirst().marks()).isEqualTo(Rational.ZERO);
        assertThat(kept.getLast().marks()).isEqualTo(Rational.ONE);
        assertThat(kept.getFirst().pace().multipliedBy(kept.getFirst().questions()))
                .isBetween(Duration.ofSeconds(30), Duration.ofSeconds(40));
        assertThat(List.copyOf(runs.of(candidate).values())).isEqualTo(kept);

        String page = page("/practice", candidate);
        assertThat(page)
                .contains("learning", "untimed run", "rehearsal", "Practice set: buoyage", "/answers", "<polyline")
                .contains("What to practise next", "you have earned");
        assertThat(page("/", candidate)).contains("How your practice went: 3 runs");
        List<String> file = page("/practice/runs.csv", candidate).lines().toList();
        assertThat(file).hasSizeGreaterThanOrEqualTo(4);
        assertThat(file.get(1)).contains("\"buoyage-practice\",\"learn\"").containsPattern("\"3[0-9]\"$");
    }

    @Test
    void isNobodyElses() throws Exception {
        String candidate = newAppointment().candidate();
        practises(candidate, PracticeMode.LEARN, "D");
        String other = newAppointment().candidate();
        assertThat(page("/practice", other)).contains("not handed in any practice yet");
        assertThat(page("/practice/runs.csv", other).lines()).hasSize(1);
        for (String role : List.of("OFFICE", "AUDITOR", "INVIGILATOR", "MARKER")) {
            mvc.perform(get("/practice").with(user("X-1").roles(role))).andExpect(status().isForbidden());
            mvc.perform(get("/practice/runs.csv").with(user("X-1").roles(role))).andExpect(status().isForbidden());
        }
    }

    @Test
    void leavesOutWhatIsNotHandedInAndWhatIsNoPractice() throws Exception {
        Appointment begun = newAppointment("buoyage-practice", Terms.practising(PracticeMode.LEARN));
        does(begun, new Act.StageOpened(new StageId("practice")));
        assertThat(runs.of(begun.candidate())).isEmpty();
        assertThat(page("/", begun.candidate())).contains("Go on").doesNotContain("How your practice went");
    }
}
