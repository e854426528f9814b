package dauntingledger.app.invigilation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.not;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.jsonPath;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.exams.Chairs;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Standing;
import dauntingledger.app.ledger.Standings;
import dauntingledger.app.staff.Role;
import dauntingledger.app.staff.Staff;
import dauntingledger.rulebook.exam.Chair;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.plain.StandingCodec;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Help;
import dauntingledger.rulebook.sitting.Sitting;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.mock.web.MockMultipartFile;
import org.springframework.test.web.servlet.MvcResult;

/** What the board shows, to whom, and what its invigilator says and writes down. */
class BoardTest extends BoardHall {
    @Autowired
    private Standings standings;

    @Autowired
    private Places places;

    @Autowired
    private Boards boards;

    @Test
    void sendsAMessageAndSeesWhoHasReadIt() throws Exception {
        Appointment one = atWork(0);
        Appointment other = atWork(1);
        presses("message", List.of(), "words", "Please be quiet")
                .andExpect(jsonPath("$.said").value("Sent: 2 of 2."));
        sends(one, new Act.MessageRead(sitting(one).messages().getFirst().id()));

        assertThat(board(one)).doesNotContain("unread");
        assertThat(board(other)).contains("\"unread\":1");
        presses("message", List.of(), "words", " ").andExpect(status().isUnprocessableContent());
        presses("message", List.of(), "words", "x".repeat(401)).andExpect(status().isUnprocessableContent());
    }

    @Test
    void answersCalls() throws Exception {
        Appointment one = atWork(0);
        sends(one, new Act.HelpCalled(Help.Reason.TECHNICAL, "The chart does not open."));
        assertThat(board(one)).contains("\"call\":{", "The chart does not open.");

        presses("answer", List.of(one), "words", "I am coming")
                .andExpect(jsonPath("$.said").value("Answered: 1 of 1."));

        assertThat(board(one)).doesNotContain("\"call\"");
        assertThat(sitting(one).help().orElseThrow().answer().orElseThrow().words())
                .isEqualTo("I am coming");
    }

    @Test
    void notesAnIncidentWithAPicture() throws Exception {
        Appointment one = atWork(0);
        mvc.perform(multipart(address() + "/incident")
                        .file(new MockMultipartFile("file", "desk<b>.png", "image/png", picture()))
                        .param("words", "A lamp fell on the desk.")
                        .param("ago", "3")
                        .param("sittings", one.sitting().toString())
                        .with(user(invigilator).roles("INVIGILATOR"))
                        .with(token()))
                .andExpect(jsonPath("$.said").value("The incident is noted."));
        mvc.perform(multipart(address() + "/incident")
                        .file(new MockMultipartFile("file", "desk.png", "image/png", "no picture".getBytes()))
                        .param("words", "Again.")
                        .with(user(invigilator).roles("INVIGILATOR"))
                        .with(token()))
                .andExpect(status().isUnprocessableContent())
                .andExpect(jsonPath("$.detail", containsString("Nothing was noted")));

        String log = seen("/log");
        assertThat(log).contains("A lamp fell on the desk.").doesNotContain("Again.");
        String papers = log.replaceAll("(?s).*href=\"([^\"]+)\".*", "$1");
        mvc.perform(get(papers).with(user(invigilator).roles("INVIGILATOR")))
                .andExpect(status().isOk())
                .andExpect(content().contentType("image/jpeg"));
        assertThat(ledgers.export(one).toList().toString())
                .contains("incident-noted")
                .doesNotContain("A lamp fell");
    }

    private static byte[] picture() throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(20, 20, BufferedImage.TYPE_INT_RGB), "png", out);
        return out.toByteArray();
    }

    private Standings.Placed placed(Appointment sitting) {
        return standings.of(exam().id(), Optional.of(room().id())).stream()
                .filter(one -> one.appointment().sitting().equals(sitting.sitting()))
                .findFirst()
                .orElseThrow();
    }

    private Standing standing(Appointment sitting) {
        return placed(sitting).standing();
    }

    private String board(Appointment sitting) {
        return standing(sitting).board();
    }

    @Test
    void showsWhatTheLedgersComeTo() throws Exception {
        Appointment one = atWork(0);
        sends(one, answered(one));
        presses("pause", List.of(one), "reason", "lamp");
        atWork(1);
        for (Appointment sitting : roster) {
            Sitting folded = sitting(sitting);
            String expected = folded.route().isUntouched() ? "" : CanonicalJson.write(StandingCodec.toPlain(folded));
            String stored = board(sitting);
            assertThat(stored).isEqualTo(expected);
        }
    }

    @Test
    void tellsTheStoryOfAPlaceButNothingThatWasAnswered() throws Exception {
        Appointment one = atWork(0);
        Act.Answered answer = (Act.Answered) answered(one);
        sends(one, answer);
        presses("message", List.of(one), "words", "All is well");
        presses("time", List.of(one), "minutes", "4", "seen", now(), "reason", "lamp replaced");

        String story = seen("/places/" + one.sitting());

        assertThat(story)
                .contains(one.candidate(), "All is well", "not read yet", "lamp replaced", "4:00")
                .doesNotContain("answered", answer.item().value());
    }

    @Test
    void printsTheDayOfTheRoom() throws Exception {
        Appointment one = atWork(0);
        presses("time", List.of(one), "minutes", "4", "seen", now(), "reason", "lamp replaced");
        presses("incident", List.of(), "words", "The fire alarm rang.");
        clock.advance(Duration.ofSeconds(80));
        sends(one);
        byte[] pdf = mvc.perform(
                        get(address() + "/report.pdf").with(user(invigilator).roles("INVIGILATOR")))
                .andExpect(content().contentType("application/pdf"))
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
        String text;
        try (var document = Loader.loadPDF(pdf)) {
            text = new PDFTextStripper().getText(document);
        }

        assertThat(text.replaceAll("\\s+", " "))
                .contains(
                        "Attendance: 1 of 4",
                        one.candidate(),
                        "absent",
                        "lamp replaced",
                        "The fire alarm rang.",
                        "was without connection for 1:2",
                        "Jonna Hartwell");
    }

    private MvcResult listens() throws Exception {
        return mvc.perform(get(address() + "/events").with(user(invigilator).roles("INVIGILATOR")))
                .andReturn();
    }

    private static String last(String event, MvcResult stream) throws Exception {
        return stream.getResponse().getContentAsString().replaceAll("(?s).*event:" + event, "");
    }

    @Test
    void tellsItsWindowsOnlyWhatHasChanged() throws Exception {
        MvcResult stream = listens();
        assertThat(last("room", stream)).contains("\"routes\":[{");
        roster.forEach(sitting -> assertThat(stream.getResponse())
                .satisfies(response ->
                        assertThat(response.getContentAsString()).contains("\"sitting\":" + sitting.sitting())));

        Appointment one = atWork(0);
        boards.flush();
        boards.look();

        assertThat(last("places", stream))
                .contains("\"sitting\":" + one.sitting(), "in-progress")
                .doesNotContain("\"sitting\":" + roster.get(1).sitting());
    }

    @Test
    void showsWhoIsEnteredWhileItIsOpen() throws Exception {
        MvcResult stream = listens();
        Appointment late = imports(exam(), 1).stream()
                .filter(sitting -> !roster.contains(sitting))
                .findFirst()
                .orElseThrow();
        chairs.move(
                late,
                Optional.of(new Chairs.Place(room().id(), Chair.of(freeChair()).orElseThrow())));

        boards.look();

        assertThat(last("room", stream)).contains("\"sitting\":" + late.sitting());
        opensRules(late);
        boards.flush();
        assertThat(last("places", stream)).contains("\"sitting\":" + late.sitting(), "in-progress");
    }

    @Test
    void isForNobodyWhoDoesNotLookAfterTheRoom() throws Exception {
        Appointment one = atWork(0);
        String elsewhere = "INV-" + nextNumber();
        staff.takeOn(
                new Staff.Profile(
                        elsewhere, "Somebody", "", Role.INVIGILATOR, Set.of(0L), Set.of(), Staff.NO_CENTRE, false),
                PASSWORD);
        for (String path : List.of("", "/events", "/log", "/report.pdf", "/places/" + one.sitting())) {
            mvc.perform(get(address() + path).with(user(elsewhere).roles("INVIGILATOR")))
                    .andExpect(status().isNotFound());
            for (String role : List.of("CANDIDATE", "MARKER", "CHIEF_MARKER", "OFFICE", "CENTRE")) {
                mvc.perform(get(address() + path).with(user("X-1").roles(role))).andExpect(status().isForbidden());
            }
        }
        presses(elsewhere, "INVIGILATOR", "pause", List.of(one), "reason", "because")
                .andExpect(status().isNotFound());
        presses("AUD-1", "AUDITOR", "pause", List.of(one), "reason", "because").andExpect(status().isForbidden());
        assertThat(sitting(one).isPaused()).isFalse();
        mvc.perform(get(address()).with(user("AUD-1").roles("AUDITOR")))
                .andExpect(status().isOk())
                .andExpect(content().string(not(containsString("data-ask-deed"))));
    }

    @Test
    void isClosedToWhoHasLeft() {
        Place place = new Place(exam(), Optional.of(room()));
        assertThat(places.looksAfter(invigilator, place)).isTrue();

        staff.end(invigilator);

        assertThat(places.looksAfter(invigilator, place)).isFalse();
    }

    @Test
    void actsOnNobodyOfAnotherPlace() throws Exception {
        Appointment stranger = inRules();
        presses("pause", List.of(stranger), "reason", "because").andExpect(status().isNotFound());
        assertThat(sitting(stranger).isPaused()).isFalse();
    }
}
