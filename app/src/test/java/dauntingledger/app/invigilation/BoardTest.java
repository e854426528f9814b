package dauntingledger.app.invigilation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.greaterThanOrEqualTo;
import static org.hamcrest.Matchers.hasSize;
import static org.hamcrest.Matchers.not;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.jsonPath;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ledger.Appended;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Outcome;
import dauntingledger.app.ledger.Standing;
import dauntingledger.app.ledger.Standings;
import dauntingledger.app.staff.Role;
import dauntingledger.app.staff.Staff;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.plain.StandingCodec;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Clock;
import dauntingledger.rulebook.sitting.Help;
import dauntingledger.rulebook.sitting.Presence;
import dauntingledger.rulebook.sitting.Progress;
import dauntingledger.rulebook.sitting.Question;
import dauntingledger.rulebook.sitting.Sitting;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.mock.web.MockMultipartFile;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** What the invigilator does from the board, who may, and what the board is told. */
class BoardTest extends Hall {

    @Autowired
    private MockMvc mvc;

    @Autowired
    private Standings standings;

    @Autowired
    private Resumes resumes;

    @Autowired
    private Places places;

    @BeforeEach
    void hall() {
        opens(4);
    }

    private ResultActions presses(String deed, List<Appointment> sittings, String... fields) throws Exception {
        return presses(invigilator, "INVIGILATOR", deed, sittings, fields);
    }

    private ResultActions presses(String number, String role, String deed, List<Appointment> sittings, String... fields)
            throws Exception {
        MockHttpServletRequestBuilder request =
                post(address() + "/" + deed).with(user(number).roles(role)).with(token());
        sittings.forEach(sitting -> request.param("sittings", sitting.sitting().toString()));
        for (int i = 0; i < fields.length; i += 2) {
            request.param(fields[i], fields[i + 1]);
        }
        return mvc.perform(request);
    }

    private Duration left(Appointment sitting) {
        return sitting(sitting).clocks().tightest().map(Clock::left).orElseThrow();
    }

    private Act answered(Appointment sitting) {
        Question first = sitting(sitting).questions().in(first(sitting)).getFirst();
        return new Act.Answered(
                first.item().id(),
                first.item().interactions().getFirst().response(),
                Value.choice(new ChoiceId(
                        first.item().interactions().getFirst().example().getFirst())));
    }

    private static int first(Appointment sitting) {
        return 2;
    }

    @Test
    void pausesAndResumesAllWhoAreInside() throws Exception {
        Appointment one = atWork(0);
        Appointment other = atWork(1);

        presses("pause", List.of(), "reason", "fire drill", "words", "Please leave the room.")
                .andExpect(jsonPath("$.said").value("Paused: 2 of 2."))
                .andExpect(jsonPath("$.problems", hasSize(0)));

        assertThat(sitting(one).isPaused()).isTrue();
        assertThat(sitting(other).pauseWords()).isEqualTo("Please leave the room.");
        assertThat(sitting(roster.get(2)).isPaused()).isFalse();
        Duration left = left(one);
        clock.advance(Duration.ofMinutes(9));
        assertThat(left(one)).isEqualTo(left);
        presses("resume", List.of()).andExpect(jsonPath("$.said").value("Going on: 2 of 2."));
        assertThat(sitting(one).isPaused()).isFalse();
    }

    @Test
    void tellsTheSecondWhoPressesThatItIsSoAlready() throws Exception {
        Appointment one = atWork(0);
        presses("pause", List.of(one), "reason", "lamp").andExpect(status().isOk());

        presses("pause", List.of(one), "reason", "lamp")
                .andExpect(jsonPath("$.said").value("Paused: 0 of 1."))
                .andExpect(jsonPath("$.problems[0]", containsString("somebody else was faster")));

        assertThat(ledgers.open(one, clock.instant()).entries())
                .filteredOn(entry -> entry.act() instanceof Act.Paused)
                .hasSize(1);
    }

    @Test
    void wantsAReasonForWhatCostsOrGivesTime() throws Exception {
        Appointment one = atWork(0);
        for (String deed : List.of("pause", "time", "break", "end", "place", "outages/given")) {
            presses(deed, List.of(one), "minutes", "5", "chair", "D1", "reason", "  ")
                    .andExpect(status().isUnprocessableContent())
                    .andExpect(jsonPath("$.said", containsString("Say why")));
        }
        assertThat(sitting(one).isPaused()).isFalse();
        assertThat(sitting(one).route().progress()).isEqualTo(Progress.IN_PROGRESS);
    }

    @Test
    void pausesAsOfWhenTheConnectionWentAndLosesNothing() throws Exception {
        Appointment dark = atWork(0);
        Duration before = left(dark);
        Instant cut = clock.instant();
        clock.advance(Duration.ofMinutes(2));

        presses("pause", List.of(dark), "reason", "power cut", "since", String.valueOf(cut.toEpochMilli()))
                .andExpect(jsonPath("$.said").value("Paused: 1 of 1."));

        assertThat(before.minus(left(dark))).isLessThan(Duration.ofSeconds(1));
        Act answer = answered(dark);
        clock.advance(Duration.ofMinutes(3));
        Appended carried = sends(dark, clock.instant().minus(Duration.ofMinutes(1)), answer);
        assertThat(carried.outcomes()).extracting(Outcome::status).containsExactly(Outcome.Status.ENTERED);
        assertThat(sitting(dark).questions().totals().answered()).isEqualTo(1);
        Appended later = sends(
                dark,
                new Act.BlockClosed(
                        sitting(dark).paper().route().get(first(dark)).id()));
        assertThat(later.outcomes()).extracting(Outcome::status).doesNotContain(Outcome.Status.ENTERED);
    }

    @Test
    void datesAPauseNoFurtherBackThanTheDoors() throws Exception {
        Appointment one = atWork(0);
        presses("pause", List.of(one), "reason", "power cut", "since", "1000")
                .andExpect(status().isUnprocessableContent())
                .andExpect(jsonPath("$.said", containsString("before the doors")));
        assertThat(sitting(one).isPaused()).isFalse();
    }

    @Test
    void goesOnWhenAllAreBack() throws Exception {
        Appointment back = atWork(0);
        Appointment away = atWork(1);
        presses("pause", List.of(), "reason", "power cut");
        clock.advance(Duration.ofSeconds(40));
        sends(back);

        presses("resume", List.of(), "whenBack", "true")
                .andExpect(jsonPath("$.said", containsString("as soon as everybody is connected")));
        resumes.look();
        assertThat(sitting(back).isPaused()).isTrue();
        sends(away);
        resumes.look();

        assertThat(sitting(back).isPaused()).isFalse();
        assertThat(sitting(away).isPaused()).isFalse();
    }

    @Test
    void givesMinutesAndWhatAnOutageTook() throws Exception {
        Appointment one = atWork(0);
        Duration before = left(one);
        presses("time", List.of(one), "minutes", "5", "reason", "lamp replaced")
                .andExpect(jsonPath("$.said").value("Time given: 1 of 1."));
        assertThat(left(one).minus(before)).isBetween(Duration.ofMinutes(5).minusSeconds(2), Duration.ofMinutes(5));

        clock.advance(Duration.ofSeconds(90));
        sends(one);
        presses("outages", List.of())
                .andExpect(jsonPath("$", hasSize(1)))
                .andExpect(jsonPath("$[0].millis").value(greaterThanOrEqualTo(90_000)));
        Duration after = left(one);
        presses("outages/given", List.of(), "reason", "the switch failed")
                .andExpect(jsonPath("$.said").value("Given back what outages took: 1 of 1."));
        assertThat(left(one).minus(after)).isBetween(Duration.ofSeconds(89), Duration.ofSeconds(95));

        presses("outages/given", List.of(one), "reason", "again")
                .andExpect(jsonPath("$.said").value("Given back what outages took: 0 of 1."));
        presses("time", List.of(one), "minutes", "241", "reason", "much").andExpect(status().isUnprocessableContent());
    }

    @Test
    void givesABreakInWhichTheClocksStand() throws Exception {
        Appointment one = atWork(0);
        presses("break", List.of(one), "minutes", "10", "reason", "nosebleed")
                .andExpect(jsonPath("$.said").value("On a break: 1 of 1."));
        assertThat(sitting(one).presence()).isEqualTo(Presence.ON_BREAK);
        Duration left = left(one);
        clock.advance(Duration.ofMinutes(4));
        sends(one, new Act.BreakEnded());
        assertThat(left.minus(left(one))).isLessThan(Duration.ofSeconds(2));
    }

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
    void letsGoOnAtAnotherPlaceAndHoldsWhatTheOldComputerStillHas() throws Exception {
        Appointment moving = atWork(0);
        String old = moving.chair();
        presses("place", List.of(moving), "chair", roster.get(1).chair(), "reason", "screen broke")
                .andExpect(status().isUnprocessableContent())
                .andExpect(jsonPath("$.said", containsString("is to sit at")));
        presses("place", List.of(moving), "chair", "Z9", "reason", "screen broke")
                .andExpect(status().isUnprocessableContent());
        String free = room().plan().chairs().stream()
                .map(Object::toString)
                .filter(chair ->
                        roster.stream().noneMatch(sitting -> sitting.chair().equals(chair)))
                .findFirst()
                .orElseThrow();

        presses("place", List.of(moving), "chair", free, "reason", "screen broke")
                .andExpect(jsonPath("$.said").value("Another place: 1 of 1."));

        Appointment moved = appointments.find(moving.sitting()).orElseThrow();
        assertThat(moved.chair()).isEqualTo(free).isNotEqualTo(old);
        does(moved, new Act.SeatTaken("the new computer", sitting(moved).seat()));
        Appended left = sends(moving, answered(moved));
        assertThat(left.live()).isFalse();
        assertThat(left.outcomes()).extracting(Outcome::status).containsExactly(Outcome.Status.HELD);
        assertThat(standing(moved).held()).isEqualTo(1);
    }

    @Test
    void endsASittingWhichTheOfficeTakesBackWithoutLoss() throws Exception {
        Appointment one = atWork(0);
        sends(one, answered(one));
        Duration left = left(one);
        presses("end", List.of(), "reason", "copied").andExpect(status().isBadRequest());
        presses("end", List.of(one, atWork(1)), "reason", "copied").andExpect(status().isUnprocessableContent());
        presses("end", List.of(one), "reason", "copied")
                .andExpect(jsonPath("$.said").value("Ended: 1 of 1."));
        assertThat(sitting(one).route().progress()).isEqualTo(Progress.ENDED);
        presses("re-entry", List.of(one))
                .andExpect(status().isUnprocessableContent())
                .andExpect(jsonPath("$.said", containsString("only the exam office")));
        clock.advance(Duration.ofMinutes(6));

        mvc.perform(post("/office/" + one.sitting() + "/reopen")
                        .with(user("OFF-1").roles("OFFICE"))
                        .with(token()))
                .andExpect(status().is3xxRedirection());

        assertThat(sitting(one).route().progress()).isEqualTo(Progress.IN_PROGRESS);
        assertThat(left.minus(left(one))).isLessThan(Duration.ofSeconds(2));
        assertThat(sitting(one).questions().totals().answered()).isEqualTo(1);
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
                .andExpect(jsonPath("$.said", containsString("Nothing was noted")));

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

    private String seen(String path) throws Exception {
        return mvc.perform(get(address() + path).with(user(invigilator).roles("INVIGILATOR")))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
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
            assertThat(stored.replaceAll("\"now\":\\d+", "")).isEqualTo(expected);
        }
    }

    @Test
    void tellsTheStoryOfAPlaceButNothingThatWasAnswered() throws Exception {
        Appointment one = atWork(0);
        Act.Answered answer = (Act.Answered) answered(one);
        sends(one, answer);
        presses("message", List.of(one), "words", "All is well");
        presses("time", List.of(one), "minutes", "4", "reason", "lamp replaced");

        String story = seen("/places/" + one.sitting());

        assertThat(story)
                .contains(one.candidate(), "All is well", "not read yet", "lamp replaced", "4:00")
                .doesNotContain("answered", answer.item().value());
    }

    @Test
    void printsTheDayOfTheRoom() throws Exception {
        Appointment one = atWork(0);
        presses("time", List.of(one), "minutes", "4", "reason", "lamp replaced");
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
