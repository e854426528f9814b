package dauntingledger.app.invigilation;

import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Clock;
import dauntingledger.rulebook.sitting.Question;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** A hall of four with its board, and what its invigilator presses there. */
abstract class BoardHall extends Hall {
    protected static final int FIRST_BLOCK = 2;

    @Autowired
    protected MockMvc mvc;

    @BeforeEach
    void hall() {
        opens(4);
    }

    protected ResultActions presses(String deed, List<Appointment> sittings, String... fields) throws Exception {
        return presses(invigilator, "INVIGILATOR", deed, sittings, fields);
    }

    protected ResultActions presses(
            String number, String role, String deed, List<Appointment> sittings, String... fields) throws Exception {
        MockHttpServletRequestBuilder request =
                post(address() + "/" + deed).with(user(number).roles(role)).with(token());
        sittings.forEach(sitting -> request.param("sittings", sitting.sitting().toString()));
        for (int i = 0; i < fields.length; i += 2) {
            request.param(fields[i], fields[i + 1]);
        }
        return mvc.perform(request);
    }

    protected Duration left(Appointment sitting) {
        return sitting(sitting).clocks().tightest().map(Clock::left).orElseThrow();
    }

    protected Act answered(Appointment sitting) {
        Question first = sitting(sitting).questions().in(FIRST_BLOCK).getFirst();
        return new Act.Answered(
                first.item().id(),
                first.item().interactions().getFirst().response(),
                Value.choice(new ChoiceId(
                        first.item().interactions().getFirst().example().getFirst())));
    }

    protected String seen(String path) throws Exception {
        return mvc.perform(get(address() + path).with(user(invigilator).roles("INVIGILATOR")))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    /** Returns when somebody who looks now sees the clocks. */
    protected String now() {
        return String.valueOf(clock.millis());
    }

    /** Returns a chair of the room that nobody has. */
    protected String freeChair() {
        List<String> taken =
                exams.roster(exam().id()).stream().map(Appointment::chair).toList();
        return room().plan().chairs().stream()
                .map(Object::toString)
                .filter(chair -> !taken.contains(chair))
                .findFirst()
                .orElseThrow();
    }
}
