package dauntingledger.app.room;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ExamServerTest;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Terms;
import dauntingledger.app.papers.Packages;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.response.Choice;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.sitting.Act;
import java.io.ByteArrayInputStream;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;

/** How marks came about is shown after the hand-in, where the paper says so. */
class AnswersTest extends ExamServerTest {

    private static final ResponseId RESPONSE = new ResponseId("R1");

    @Autowired
    private MockMvc mvc;

    private ResultActions answers(Appointment appointment, String candidate, String role) throws Exception {
        return mvc.perform(get("/sittings/" + appointment.sitting() + "/answers")
                .with(user(candidate).roles(role)));
    }

    private ResultActions answers(Appointment appointment) throws Exception {
        return answers(appointment, appointment.candidate(), "CANDIDATE");
    }

    private Appointment practised() {
        Appointment appointment = newAppointment("buoyage-practice", Terms.OPEN);
        does(appointment, new Act.StageOpened(new StageId("practice")));
        does(appointment, new Act.Answered(new ItemId("gap"), RESPONSE, Value.typed("24.25")));
        does(appointment, new Act.Answered(new ItemId("period"), RESPONSE, Value.choice(new ChoiceId("B"))));
        return appointment;
    }

    private void handIn(Appointment appointment) {
        does(appointment, new Act.BlockClosed(new StageId("practice")));
        does(appointment, new Act.HandedIn());
    }

    @Test
    void saysWhatWasGivenWhatWasExpectedAndWhatTheAuthorThinksOfIt() throws Exception {
        Appointment appointment = practised();
        handIn(appointment);
        String page = answers(appointment)
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();

        assertThat(page)
                .contains("B  6 s", "D  10 s", "add the 8 s of darkness", ">Wrong<")
                .contains(">24.25<", ">Right<", ">Blank<")
                .doesNotContain("light and darkness together");
        assertThat(room(appointment)).contains("/answers");
    }

    @Test
    void isShownToNobodyBeforeTheHandIn() throws Exception {
        Appointment appointment = practised();
        answers(appointment).andExpect(status().isNotFound());
        assertThat(room(appointment)).doesNotContain("add the 8 s", "darkness together", "/answers");
    }

    @Test
    void isForTheSittingsOwnCandidateOnly() throws Exception {
        Appointment appointment = practised();
        handIn(appointment);

        answers(appointment, newAppointment().candidate(), "CANDIDATE").andExpect(status().isNotFound());
        answers(appointment, "OFF-1", "OFFICE").andExpect(status().isForbidden());
    }

    @Test
    void isNotShownWhereThePaperDoesNotExplainItsMarks() throws Exception {
        Appointment craft = inCraft();
        does(craft, new Act.BlockClosed(new StageId("craft")));
        does(craft, new Act.HandedIn());

        answers(craft).andExpect(status().isNotFound());
        assertThat(room(craft)).doesNotContain("/answers");
    }

    @Test
    void namesOptionsAndTheirWorthsByTheLettersOfTheCandidate() throws Exception {
        PaperRef paper =
                papers.importPackage(new ByteArrayInputStream(mapped())).paper();
        Appointment own = newAppointment("buoyage-practice", Terms.OPEN);
        Appointment appointment = appointments.make(own.candidate(), paper, "7", Terms.OPEN);
        does(appointment, new Act.StageOpened(new StageId("part")));
        Choice drawn = (Choice) sitting(appointment)
                .questions()
                .get(new ItemId("depths"))
                .item()
                .interactions()
                .getFirst();
        ChoiceId good = new ChoiceId("good");
        ChoiceId bad = new ChoiceId("bad");
        does(
                appointment,
                new Act.Answered(new ItemId("depths"), new ResponseId("RESPONSE"), Value.choices(List.of(good, bad))));
        does(appointment, new Act.BlockClosed(new StageId("part")));
        does(appointment, new Act.HandedIn());
        String page = answers(appointment).andReturn().getResponse().getContentAsString();

        assertThat(page)
                .contains(letter(drawn, good) + ": 2", letter(drawn, bad) + ": −1")
                .contains(letter(drawn, good) + "  depth &gt; 3 m")
                .doesNotContain("&amp;gt;")
                .doesNotContainPattern("\\b(good|bad)\\b");
    }

    private static String letter(Choice drawn, ChoiceId option) {
        return Choice.letter(drawn.choices().indexOf(option));
    }

    private static byte[] mapped() {
        return Packages.empty()
                .with("imsmanifest.xml", """
                        <manifest identifier="depths"><resources>
                          <resource identifier="t" type="imsqti_test_xmlv3p0" href="t.xml"/>
                        </resources></manifest>""")
                .with("t.xml", """
                        <qti-assessment-test identifier="t" title="Depths">
                          <qti-test-part identifier="part" navigation-mode="nonlinear" submission-mode="simultaneous">
                            <qti-assessment-section identifier="s" title="Depths" visible="true">
                              <qti-assessment-item-ref identifier="depths" href="q.xml"/>
                            </qti-assessment-section>
                          </qti-test-part>
                        </qti-assessment-test>""")
                .with("daunting-ledger.xml", """
                        <paper xmlns="urn:daunting-ledger:paper:1" id="depths" version="1" title="Depths" purpose="practice"
                          score-release="at-once" explains-marks="true">
                          <route><block part="part"/><hand-in id="hand-in" title="Hand in" within="PT5M"/></route>
                        </paper>""")
                .with("q.xml", """
                        <qti-assessment-item identifier="depths" title="Depths">
                          <qti-response-declaration identifier="RESPONSE" cardinality="multiple" base-type="identifier">
                            <qti-mapping default-value="0">
                              <qti-map-entry map-key="good" mapped-value="2"/><qti-map-entry map-key="bad" mapped-value="-1"/>
                            </qti-mapping>
                          </qti-response-declaration>
                          <qti-outcome-declaration identifier="SCORE" cardinality="single" base-type="float"/>
                          <qti-item-body><qti-choice-interaction response-identifier="RESPONSE" shuffle="true" max-choices="0">
                            <qti-simple-choice identifier="good">depth &gt; 3 m</qti-simple-choice>
                            <qti-simple-choice identifier="bad">depth &lt; 3 m</qti-simple-choice>
                            <qti-simple-choice identifier="none">depth of 3 m</qti-simple-choice>
                          </qti-choice-interaction></qti-item-body>
                          <qti-response-processing template="map_response"/>
                        </qti-assessment-item>""")
                .zip();
    }

    private String room(Appointment appointment) throws Exception {
        return mvc.perform(get("/sittings/" + appointment.sitting())
                        .with(user(appointment.candidate()).roles("CANDIDATE")))
                .andReturn()
                .getResponse()
                .getContentAsString();
    }
}
