package dauntingledger.app.office;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.flash;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrl;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ExamServerTest;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Terms;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Position;
import dauntingledger.rulebook.sitting.Sitting;
import java.time.Duration;
import java.util.List;
import org.hamcrest.Matchers;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

class OfficeTest extends ExamServerTest {

    @Autowired
    private MockMvc mvc;

    private ResultActions asOffice(MockHttpServletRequestBuilder request) throws Exception {
        return mvc.perform(request.with(user("OFF-1").roles("OFFICE")).with(token()));
    }

    private static MockHttpServletRequestBuilder grant(Appointment appointment) {
        return post("/office/" + appointment.sitting() + "/accommodations");
    }

    @Test
    void grantsWhatTheCandidateThenHas() throws Exception {
        Appointment appointment = newAppointment();
        ledgers.open(appointment, clock.instant());

        asOffice(grant(appointment)
                        .param("factor", "1.25")
                        .param("boxes[tides]", "2")
                        .param("longer", "5")
                        .param("stops", "true")
                        .param("aids", "a ruler\n\n  a lamp ")
                        .param("theme", "dark")
                        .param("text", "150"))
                .andExpect(redirectedUrl("/office/sittings?sitting=" + appointment.sitting()))
                .andExpect(flash().attribute("said", "granted"));

        Appointment granted = appointments.find(appointment.sitting()).orElseThrow();
        assertThat(granted.terms().accommodations().factor()).isEqualTo(Rational.of(5, 4));
        assertThat(granted.terms().accommodations().aids()).containsExactly("a ruler", "a lamp");
        assertThat(granted.terms().display()).isEqualTo(new Terms.Display("dark", "150"));
        assertThat(sitting(granted).paper().boxes())
                .extracting(box -> box.limit().toMinutes())
                .containsExactly(25L, 70L, 18L, 62L);
        assertThat(sitting(appointment).paper())
                .as("the sitting by an appointment that was looked up before the grant")
                .isEqualTo(sitting(granted).paper());
        asOffice(get("/office/sittings").param("sitting", appointment.sitting().toString()))
                .andExpect(content().string(containsString("25 minutes instead of 20")));
        asOffice(get("/office/" + appointment.sitting() + "/accommodations"))
                .andExpect(content().string(containsString("value=\"5/4\"")));
    }

    @Test
    void saysThatReadingTimesGrowToo() throws Exception {
        Appointment appointment = newAppointment("lightkeeper", Terms.OPEN.withCode("1"));

        asOffice(grant(appointment).param("factor", "3/2"))
                .andExpect(redirectedUrl("/office/sittings?sitting=" + appointment.sitting()))
                .andExpect(flash().attribute("said", "granted"));

        asOffice(get("/office/sittings").param("sitting", appointment.sitting().toString()))
                .andExpect(content().string(containsString("‘Instructions’: 4 min 30 s instead of 3 minutes")));
    }

    @ParameterizedTest
    @CsvSource({
        "factor, 0.5, A time factor must be a number from 1 to 4",
        "factor, often, A time factor must be a number from 1 to 4",
        "boxes[tides], 9, A time factor must be a number from 1 to 4",
        "longer, -3, Minutes must be a whole number",
        "longer, 241, Minutes must be a whole number",
        "theme, pink, from the lists",
        "extra[rules], 10, between two sections that have no break"
    })
    void saysWhatIsWrongAndKeepsWhatWasTyped(String field, String value, String words) throws Exception {
        Appointment appointment = newAppointment();

        asOffice(grant(appointment).param("aids", "a lamp").param(field, value))
                .andExpect(status().isOk())
                .andExpect(content().string(containsString(words)))
                .andExpect(content().string(containsString("a lamp")));
        assertThat(appointments.find(appointment.sitting()).orElseThrow().terms())
                .isEqualTo(Terms.OPEN);
    }

    @Test
    void grantsNothingToWhoHasComeIn() throws Exception {
        Appointment appointment = newAppointment();
        does(appointment, new Act.StageOpened(new StageId("conduct")));

        asOffice(grant(appointment).param("factor", "2"))
                .andExpect(status().isOk())
                .andExpect(content().string(containsString("has come in already")));
    }

    @Test
    void permitsReEntryAndTheLedgerSaysWhoDid() throws Exception {
        Appointment appointment = newAppointment("buoyage-practice", Terms.OPEN);
        does(appointment, new Act.StageOpened(new StageId("practice")));
        clock.advance(Duration.ofMinutes(4));
        does(appointment, new Act.BlockClosed(new StageId("practice")));
        does(appointment, new Act.HandedIn());
        clock.advance(Duration.ofMinutes(30));

        asOffice(post("/office/" + appointment.sitting() + "/reopen"))
                .andExpect(redirectedUrl("/office/sittings?sitting=" + appointment.sitting()))
                .andExpect(flash().attribute("said", "reopened"));

        Sitting sitting = sitting(appointment);
        assertThat(sitting.route().position()).isEqualTo(new Position.At(0));
        assertThat(sitting.route().record(0).orElseThrow().used())
                .isBetween(Duration.ofMinutes(4), Duration.ofMinutes(5));
        assertThat(ledgers.export(appointment)).anyMatch(line -> line.contains("\"person\":\"Orla Menck\""));
        asOffice(post("/office/" + appointment.sitting() + "/reopen"))
                .andExpect(redirectedUrl("/office/sittings?sitting=" + appointment.sitting()))
                .andExpect(flash().attribute("said", "not-reopened"));
    }

    @Test
    void showsWhatARoomWasAtAnInstant() throws Exception {
        Appointment appointment = newAppointment();
        does(appointment, new Act.StageOpened(new StageId("conduct")));
        String page = "/office/" + appointment.sitting() + "/replay";

        asOffice(get(page))
                .andExpect(content().string(containsString("&quot;at&quot; : &quot;conduct&quot;")))
                .andExpect(content().string(containsString("PT10M")));
        asOffice(get(page).param("at", "2020-01-01T00:00:00Z"))
                .andExpect(content().string(containsString("&quot;before&quot; : &quot;conduct&quot;")));
        asOffice(get(page).param("at", "<b>noon</b>"))
                .andExpect(content().string(containsString("That is no instant")))
                .andExpect(content().string(Matchers.not(containsString("<b>noon"))));
        asOffice(get("/office/999999/replay")).andExpect(status().isNotFound());
        for (String role : List.of("CANDIDATE", "INVIGILATOR")) {
            mvc.perform(get(page).with(user(appointment.candidate()).roles(role)))
                    .andExpect(status().isForbidden());
        }
    }

    @Test
    void listsNoPractice() throws Exception {
        Appointment practised = newAppointment("buoyage-practice", Terms.OPEN);

        assertThat(appointments.current(clock.instant(), 500)).doesNotContain(practised);
        asOffice(get("/office/sittings").param("text", practised.candidate()))
                .andExpect(content().string(Matchers.not(containsString(">" + practised.candidate()))));
    }

    @Test
    void knowsOnlySittingsThatAreThere() throws Exception {
        asOffice(get("/office/999999/accommodations")).andExpect(status().isNotFound());
        asOffice(post("/office/999999/reopen")).andExpect(status().isNotFound());
    }
}
