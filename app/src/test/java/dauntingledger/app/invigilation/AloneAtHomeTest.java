package dauntingledger.app.invigilation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.not;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.exams.Chairs;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.ExamPlan;
import dauntingledger.app.exams.Rooms;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Origin;
import dauntingledger.app.room.CameraPictureTest;
import dauntingledger.app.room.WatchPictures;
import dauntingledger.app.staff.Staff;
import dauntingledger.rulebook.exam.Chair;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.exam.RosterColumn;
import dauntingledger.rulebook.exam.RosterFinding;
import dauntingledger.rulebook.exam.RosterFinding.Problem;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.StationLine;
import dauntingledger.rulebook.picture.PictureView;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.By;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.MediaType;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;

/** Somebody at home with a supervisor of their own and a camera that looks on, and the board of those at home. */
class AloneAtHomeTest extends Hall {

    private static final StageId STATION = new StageId("station");
    private static final StageId DOOR = new StageId("door");
    private static final StageId WATCH = new StageId("watch");

    @Autowired
    private MockMvc mvc;

    @Autowired
    private WatchPictures pictures;

    private Rooms.Room hall;
    private Exam exam;
    private Appointment alone;
    private Appointment other;

    @BeforeEach
    void announce() {
        hall = newRoom(2, 2);
        takesOnForRoom(Staff.NO_ROOM);
        exam = exams.make(new ExamPlan(
                "Exam " + nextNumber(),
                paper("shore-radio"),
                in(Duration.ofMinutes(-2)),
                Set.of(hall.id()),
                true,
                Set.of(invigilator)));
        imports(
                exam,
                "number,name,supervisor,supervisor_phone",
                nextNumber() + ",Ann,Signe Ahlgrave,+47 555 0141",
                nextNumber() + ",Bo,,");
        exams.bring(exam.id(), ExamState.ANNOUNCED);
        roster = exams.roster(exam.id());
        alone = roster.getFirst();
        other = roster.getLast();
    }

    private static String boardOf(Exam exam) {
        return "/invigilation/boards/" + exam.id() + "/0";
    }

    private void comesToTheDoor(Appointment sitting) {
        does(sitting, new Act.StageOpened(new StageId("alone")));
        Stage.Notice notice = (Stage.Notice) sitting(sitting).route().stage().orElseThrow();
        does(
                sitting,
                new Act.NoticeAccepted(
                        notice.id(), notice.textDigests().iterator().next(), ""));
        does(sitting, new Act.StationExcused(STATION, "Jonna Hartwell"));
        does(sitting, new Act.StageLeft(STATION));
    }

    private void works(Appointment sitting) {
        comesToTheDoor(sitting);
        does(sitting, new Act.CodeGiven(DOOR, true));
        does(sitting, new Act.StageLeft(new StageId("instructions")));
        does(sitting, new Act.StageOpened(WATCH));
    }

    private ResultActions typesCode(Appointment sitting, String code) throws Exception {
        return mvc.perform(post("/sittings/" + sitting.sitting() + "/code")
                .with(user(sitting.candidate()).roles("CANDIDATE"))
                .with(token())
                .contentType(MediaType.APPLICATION_JSON)
                .content("{\"code\":\"" + code + "\"}"));
    }

    private ResultActions sendsPicture(Appointment sitting, byte[] picture) throws Exception {
        return mvc.perform(post("/sittings/" + sitting.sitting() + "/picture")
                .with(user(sitting.candidate()).roles("CANDIDATE"))
                .with(token())
                .contentType(MediaType.IMAGE_JPEG)
                .content(picture));
    }

    private MockHttpServletResponse looks(String path) throws Exception {
        return mvc.perform(get(boardOf(exam) + path).with(user(invigilator).roles("INVIGILATOR")))
                .andReturn()
                .getResponse();
    }

    @Test
    void onlyTheirSupervisorsOwnCodeOpensTheDoor() throws Exception {
        comesToTheDoor(alone);
        comesToTheDoor(other);
        String everybodys = exam.code(Optional.empty());
        assertThat(other.terms().code()).isEqualTo(everybodys);

        typesCode(alone, everybodys).andExpect(content().string(containsString("\"right\":false")));
        typesCode(alone, alone.terms().code()).andExpect(content().string(containsString("\"right\":true")));
        typesCode(other, everybodys).andExpect(content().string(containsString("\"right\":true")));
    }

    @Test
    void aSupervisorStaysWithTheirCodeUntilTheCandidateGetsASeat() {
        String code = alone.terms().code();
        imports(exam, "number,name", alone.candidate() + ",Anna", other.candidate() + ",Bo");
        Appointment renamed = exams.roster(exam.id()).getFirst();
        assertThat(renamed.terms()).isEqualTo(alone.terms());
        imports(
                exam,
                "number,name,supervisor,supervisor_phone",
                alone.candidate() + ",Anna,Tove Ahlgrave,0555 1234",
                other.candidate() + ",Bo,,");
        assertThat(exams.roster(exam.id()).getFirst().terms().code()).isEqualTo(code);

        chairs.move(exams.roster(exam.id()).getFirst(), Optional.of(new Chairs.Place(hall.id(), new Chair(1, 1))));

        Appointment seated = exams.roster(exam.id()).getFirst();
        assertThat(seated.terms().supervisor()).isEmpty();
        assertThat(seated.terms().code()).isEqualTo(exam.code(Optional.of(hall.id())));
    }

    @Test
    void aRosterSaysWhatIsWrongWithASupervisor() {
        assertThat(problems("Signe", "call me", "")).containsExactly(Problem.PHONE_WRONG);
        assertThat(problems("", "0555 1234", "")).containsExactly(Problem.SUPERVISOR_MISSING);
        assertThat(problems("Signe", "0555 1234", hall.name())).containsExactly(Problem.SUPERVISOR_IN_ROOM);
    }

    private List<Problem> problems(String name, String phone, String room) {
        return rosters
                .put(
                        exam.id(),
                        Map.of(
                                RosterColumn.NUMBER,
                                String.valueOf(nextNumber()),
                                RosterColumn.NAME,
                                "Cid",
                                RosterColumn.ROOM,
                                room,
                                RosterColumn.SUPERVISOR,
                                name,
                                RosterColumn.SUPERVISOR_PHONE,
                                phone),
                        Origin.HAND)
                .stream()
                .map(RosterFinding::problem)
                .toList();
    }

    @Test
    void theBoardNamesTheSupervisorAndShowsWhatWasMeasuredAndSeen() throws Exception {
        does(alone, new Act.StationChecked(Map.of(StationLine.CONNECTION, List.of(100L, 40L))));
        works(alone);
        does(alone, new Act.CameraSaw(PictureView.NO_FACE, clock.instant().minusSeconds(40)));
        sendsPicture(alone, CameraPictureTest.picture(320, 240, 0, "jpeg")).andExpect(status().isNoContent());

        mvc.perform(get(boardOf(exam) + "/events").with(user(invigilator).roles("INVIGILATOR")))
                .andExpect(content().string(containsString("\"name\":\"Signe Ahlgrave\"")))
                .andExpect(content().string(containsString("no-face")));
        WatchPictures.Taken taken = pictures.of(alone.sitting(), 5).getFirst();
        assertThat(taken.view()).isEqualTo(PictureView.NO_FACE);
        String picture = "/places/" + alone.sitting() + "/pictures/" + taken.id();
        assertThat(looks("/places/" + alone.sitting()).getContentAsString())
                .contains(
                        "+47 555 0141", picture, "100 kbit a second up", "needs attention", "the camera sees: nobody");
        assertThat(looks(picture).getContentType()).isEqualTo(MediaType.IMAGE_JPEG_VALUE);
        assertThat(looks("/places/" + other.sitting() + "/pictures/" + taken.id())
                        .getStatus())
                .isEqualTo(404);
        mvc.perform(get(boardOf(exam) + picture).with(user(alone.candidate()).roles("CANDIDATE")))
                .andExpect(status().isForbidden());
    }

    @Test
    void noPictureIsTakenBeforeConsentNorAfterTheQuestions() throws Exception {
        byte[] picture = CameraPictureTest.picture(320, 240, 1, "jpeg");
        sendsPicture(alone, picture).andExpect(status().isConflict());
        comesToTheDoor(alone);
        sendsPicture(alone, picture).andExpect(status().isConflict());
        does(alone, new Act.CodeGiven(DOOR, true));
        does(alone, new Act.StageLeft(new StageId("instructions")));
        does(alone, new Act.StageOpened(WATCH));
        does(alone, new Act.Paused(By.NOBODY, ""));
        sendsPicture(alone, picture).andExpect(status().isConflict());
        does(alone, new Act.Resumed(By.NOBODY));
        sendsPicture(alone, picture).andExpect(status().isNoContent());
        clock.advance(Duration.ofSeconds(20));
        does(alone, new Act.BlockClosed(WATCH));
        sendsPicture(alone, picture).andExpect(status().isConflict());
        assertThat(pictures.of(alone.sitting(), 5)).hasSize(1);
    }

    @Test
    void picturesAreBoundedAndNobodyElseSendsThem() throws Exception {
        works(alone);
        byte[] picture = CameraPictureTest.picture(320, 240, 1, "jpeg");
        sendsPicture(alone, new byte[16 * 1024]).andExpect(status().isContentTooLarge());
        sendsPicture(alone, new byte[100])
                .andExpect(status().isBadRequest())
                .andExpect(content().string(containsString("no JPEG picture")));
        sendsPicture(alone, CameraPictureTest.picture(320, 240, 1, "png")).andExpect(status().isBadRequest());
        sendsPicture(alone, picture).andExpect(status().isNoContent());
        sendsPicture(alone, picture).andExpect(status().isTooManyRequests());
        clock.advance(Duration.ofDays(31));
        pictures.deleteOld();
        assertThat(pictures.of(alone.sitting(), 5)).isEmpty();
        clock.advance(Duration.ofDays(-31));
        mvc.perform(post("/sittings/" + alone.sitting() + "/picture")
                        .with(user(other.candidate()).roles("CANDIDATE"))
                        .with(token())
                        .contentType(MediaType.IMAGE_JPEG)
                        .content(picture))
                .andExpect(status().isNotFound());
    }

    @Test
    void theCodeIsOnTheSupervisorsSheetAndNotOnTheCandidates() throws Exception {
        mvc.perform(get("/office/exams/" + exam.id() + "/roster")
                        .param("sitting", alone.sitting().toString())
                        .with(user("OFF-1").roles("OFFICE")))
                .andExpect(content()
                        .string(containsString(
                                "Opens the door with " + alone.terms().code())));
        mvc.perform(get("/office/exams/" + exam.id() + "/roster")
                        .param("sitting", alone.sitting().toString())
                        .with(user("AUD-1").roles("AUDITOR")))
                .andExpect(content().string(containsString("Signe Ahlgrave")))
                .andExpect(content().string(not(containsString("Opens the door with"))));
        mvc.perform(get("/sittings/" + alone.sitting())
                        .with(user(alone.candidate()).roles("CANDIDATE")))
                .andExpect(content().string(not(containsString(alone.terms().code()))));
    }
}
