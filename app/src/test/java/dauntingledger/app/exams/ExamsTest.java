package dauntingledger.app.exams;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.not;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.RoomId;
import dauntingledger.rulebook.exam.Chair;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.exam.RoomPlan;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.sitting.Act;
import jakarta.persistence.EntityManager;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MockMvc;

class ExamsTest extends OfficeWork {

    @Autowired
    private MockMvc mvc;

    @Autowired
    private EntityManager entities;

    /** An exam that can be announced: INV-1 of the demo looks after the demo's rooms. */
    private Exam readyIn(Rooms.Room room, Duration ahead) {
        Exam exam = exams.make(plan("pilot-licence", in(ahead), room.id()));
        imports(exam, 4);
        chairs.give(exam.id(), 1, false);
        return exam;
    }

    private Rooms.Room north() {
        return rooms.all().stream()
                .filter(room -> room.name().equals("North"))
                .findFirst()
                .orElseThrow();
    }

    private String home(String candidate) throws Exception {
        return mvc.perform(get("/").with(user(candidate).roles("CANDIDATE")))
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    @Test
    void areSeenByCandidatesFromTheAnnouncementUntilTheyArePutAway() throws Exception {
        Exam exam = readyIn(north(), Duration.ofHours(3));
        Appointment sitting = exams.roster(exam.id()).getFirst();
        assertThat(home(sitting.candidate())).doesNotContain("appointment.ics");
        mvc.perform(get("/sittings/" + sitting.sitting())
                        .with(user(sitting.candidate()).roles("CANDIDATE")))
                .andExpect(status().isNotFound());

        exams.bring(exam.id(), ExamState.ANNOUNCED);
        assertThat(home(sitting.candidate())).contains("appointment.ics");
        clock.advance(Duration.ofHours(3));
        assertThat(exams.find(exam.id()).orElseThrow().state(clock.instant())).isEqualTo(ExamState.RUNNING);
        assertThatThrownBy(() -> exams.bring(exam.id(), ExamState.CLOSED))
                .isInstanceOf(ExamChangeException.class)
                .hasMessageContaining("admission-still-open");
        assertThatThrownBy(() -> exams.bring(exam.id(), ExamState.RELEASED))
                .isInstanceOf(ExamChangeException.class)
                .hasMessageContaining("another-state");
        clock.advance(Duration.ofHours(3));
        for (ExamState next : List.of(ExamState.CLOSED, ExamState.MARKED, ExamState.RELEASED, ExamState.PUT_AWAY)) {
            bringTo(exam, next);
        }

        assertThat(home(sitting.candidate())).doesNotContain(exam.title());
        assertThat(appointments.of(sitting.candidate())).isEmpty();
        assertThatThrownBy(() -> exams.change(exam.id(), plan("pilot-licence", in(Duration.ofDays(1)), north().id())))
                .isInstanceOf(ExamChangeException.class)
                .hasMessageContaining("not-open");
    }

    @Test
    void areAnnouncedOnlyWhenEverybodyHasASeatAndEveryRoomAnInvigilator() {
        Rooms.Room other = newRoom(2, 2);
        Exam exam = exams.make(plan("pilot-licence", in(Duration.ofHours(3)), other.id()));
        assertThat(exams.obstacles(exam, ExamState.ANNOUNCED)).containsExactly(ExamState.Obstacle.NO_CANDIDATES);
        imports(exam, 3);
        assertThat(exams.obstacles(exam, ExamState.ANNOUNCED)).containsExactly(ExamState.Obstacle.WITHOUT_CHAIR);
        chairs.give(exam.id(), 1, false);

        assertThat(exams.obstacles(exam, ExamState.ANNOUNCED))
                .containsExactly(ExamState.Obstacle.ROOM_WITHOUT_INVIGILATOR);
    }

    @Test
    void areRefusedWithRoomsAndStaffThatAreNotThere() {
        assertThatThrownBy(() -> exams.make(new ExamPlan(
                        "Nowhere",
                        paper("pilot-licence"),
                        in(Duration.ofDays(1)),
                        Set.of(new RoomId(999_999)),
                        false,
                        Set.of("NOBODY-1"))))
                .isInstanceOf(ExamChangeException.class)
                .hasMessageContaining("[places, staff]");
    }

    @Test
    void tellEverybodyWhenTheyAreMovedAndTakeThePlaceOfTheCalendarEntry() throws Exception {
        Exam exam = readyIn(north(), Duration.ofDays(2));
        exams.bring(exam.id(), ExamState.ANNOUNCED);
        Appointment sitting = exams.roster(exam.id()).getFirst();
        assertThat(calendar(sitting)).contains("SEQUENCE:0\r\n");
        String uid = calendar(sitting)
                .lines()
                .filter(line -> line.startsWith("UID"))
                .findFirst()
                .orElseThrow();

        exams.change(
                exam.id(),
                new ExamPlan(
                        exam.title(), exam.paper(), in(Duration.ofDays(9)), Set.of(north().id()), false, exam.staff()));

        Appointment moved = appointments.find(sitting.sitting()).orElseThrow();
        assertThat(moved.terms().window()).isNotEqualTo(sitting.terms().window());
        assertThat(moved.chair()).isEqualTo(sitting.chair());
        assertThat(calendar(moved)).contains("SEQUENCE:1\r\n", uid);
        List<?> told = entities.createNativeQuery(
                        "select recipient from mail_message where once like 'moved ' || ?1 || ' %'", String.class)
                .setParameter(1, sitting.sitting().toString())
                .getResultList();
        assertThat(told).hasSize(1);
    }

    private String calendar(Appointment sitting) throws Exception {
        return mvc.perform(get("/sittings/" + sitting.sitting() + "/appointment.ics")
                        .with(user(sitting.candidate()).roles("CANDIDATE")))
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    @Test
    void areNotMovedUnderWhoeverHasComeIn() {
        Exam exam = readyIn(north(), Duration.ofMinutes(10));
        exams.bring(exam.id(), ExamState.ANNOUNCED);
        Appointment sitting = exams.roster(exam.id()).getFirst();
        does(sitting, new Act.StageOpened(new StageId("conduct")));

        assertThatThrownBy(() -> exams.change(
                        exam.id(),
                        new ExamPlan(
                                exam.title(),
                                exam.paper(),
                                in(Duration.ofDays(3)),
                                Set.of(north().id()),
                                false,
                                exam.staff())))
                .isInstanceOf(ExamChangeException.class)
                .hasMessageContaining("begun");
        assertThat(exams.find(exam.id()).orElseThrow().hours()).isEqualTo(exam.hours());
    }

    @Test
    void giveACorrectedPaperToThoseWhoHaveNotBegun() {
        Exam exam = readyIn(north(), Duration.ofMinutes(10));
        exams.bring(exam.id(), ExamState.ANNOUNCED);
        Appointment begun = exams.roster(exam.id()).getFirst();
        does(begun, new Act.StageOpened(new StageId("conduct")));

        List<String> kept = exams.change(
                exam.id(),
                new ExamPlan(
                        exam.title(), paper("lightkeeper"), exam.hours(), Set.of(north().id()), false, exam.staff()));

        assertThat(kept).containsExactly(begun.candidate());
        assertThat(exams.roster(exam.id()))
                .filteredOn(sitting -> sitting.paper().equals(exam.paper()))
                .extracting(Appointment::candidate)
                .containsExactly(begun.candidate());
    }

    @Test
    void seatPeopleApartAndNeighboursInOtherOrders() {
        Rooms.Room room = newRoom(3, 4);
        Exam exam = exams.make(plan("pilot-licence", in(Duration.ofDays(2)), room.id()));
        imports(exam, 12);

        int pairsAlike = chairs.give(exam.id(), 11, false);

        List<Appointment> seated = exams.roster(exam.id());
        assertThat(seated.stream().map(Appointment::chair).collect(Collectors.toSet()))
                .hasSize(12);
        Paper paper = papers.text(exam.paper()).paper();
        assertThat(paper.drawn(1)).as("a paper with several orders").isNotEqualTo(paper.drawn(2));
        long alike = seated.stream()
                .flatMap(one -> seated.stream()
                        .filter(other -> areNeighbours(one, other))
                        .map(other -> paper.drawn(one.seed())
                                .route()
                                .equals(paper.drawn(other.seed()).route())))
                .filter(same -> same)
                .count();
        assertThat(alike).isEqualTo(2L * pairsAlike);
        assertThat(exams.find(exam.id()).orElseThrow().chairSeed()).isEqualTo(11);
        chairs.give(exam.id(), 11, true);
        assertThat(exams.roster(exam.id()).stream().map(Appointment::chair).toList())
                .as("the same number gives the same seats")
                .isEqualTo(seated.stream().map(Appointment::chair).toList());
    }

    private static boolean areNeighbours(Appointment one, Appointment other) {
        return Chair.of(one.chair())
                .orElseThrow()
                .isNextTo(Chair.of(other.chair()).orElseThrow());
    }

    @Test
    void letTwoChangePlaces() {
        Rooms.Room room = newRoom(1, 3);
        Exam exam = newExam(room.id());
        imports(exam, 2);
        chairs.give(exam.id(), 1, false);
        Appointment one = exams.roster(exam.id()).getFirst();
        Appointment other = exams.roster(exam.id()).getLast();

        chairs.move(
                one,
                Optional.of(new Chairs.Place(room.id(), Chair.of(other.chair()).orElseThrow())));

        assertThat(appointments.find(one.sitting()).orElseThrow().chair()).isEqualTo(other.chair());
        assertThat(appointments.find(other.sitting()).orElseThrow().chair()).isEqualTo(one.chair());
        assertThatThrownBy(() -> chairs.move(one, Optional.of(new Chairs.Place(room.id(), new Chair(2, 1)))))
                .hasMessageContaining("no-such-chair");
        assertThatThrownBy(() -> {
                    imports(newExam(newRoom(1, 1).id()), 2);
                    Exam small = newExam(newRoom(1, 1).id());
                    imports(small, 2);
                    chairs.give(small.id(), 1, false);
                })
                .hasMessageContaining("too-few-chairs");
    }

    @Test
    void keepARoomFromLosingChairsInWhichPeopleSit() {
        Rooms.Room room = newRoom(1, 3);
        Exam exam = newExam(room.id());
        imports(exam, 3);
        chairs.give(exam.id(), 1, false);

        assertThat(rooms.change(new Rooms.Room(room.id(), room.name(), RoomPlan.of(1, 2))))
                .containsExactly("A3");
        assertThat(rooms.find(room.id())).contains(room);
        assertThat(rooms.remove(room.id())).isFalse();
        assertThat(rooms.remove(newRoom(1, 1).id())).isTrue();
    }

    @Test
    void showAnInvigilatorOnlyTheRoomsTheyLookAfter() throws Exception {
        Rooms.Room foreign = newRoom(2, 2);
        Exam exam = exams.make(plan("cadet-entrance", in(Duration.ofMinutes(10)), foreign.id()));
        imports(exam, 1);
        chairs.give(exam.id(), 1, false);
        appointments.show(exam.id(), true, () -> {});
        Appointment sitting = exams.roster(exam.id()).getFirst();
        does(sitting, new Act.StageOpened(new StageId("privacy")));

        mvc.perform(get("/invigilation/" + sitting.sitting() + "/held")
                        .with(user("INV-1").roles("INVIGILATOR")))
                .andExpect(status().isNotFound());
        mvc.perform(get("/invigilation/list").with(user("INV-1").roles("INVIGILATOR")))
                .andExpect(content().string(not(containsString(sitting.candidate()))));
        mvc.perform(get("/office/" + sitting.sitting() + "/held")
                        .with(user("OFF-1").roles("OFFICE")))
                .andExpect(status().isOk());
    }
}
