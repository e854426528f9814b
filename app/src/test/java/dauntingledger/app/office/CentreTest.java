package dauntingledger.app.office;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.not;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.flash;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.exams.Centres;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.OfficeWork;
import dauntingledger.app.exams.Rooms;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.staff.Role;
import dauntingledger.app.staff.Staff;
import dauntingledger.rulebook.exam.ExamState;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

class CentreTest extends OfficeWork {

    @Autowired
    private MockMvc mvc;

    @Autowired
    private Centres centres;

    @Autowired
    private Staff staff;

    private Exam exam;
    private Centres.Centre school;
    private Centres.Centre other;
    private String teacher = "";
    private String stranger = "";

    @BeforeEach
    void letTwoCentresEnterCandidates() {
        exam = exams.make(plan("pilot-licence", in(Duration.ofHours(2)), north().id()));
        school = centres.make("School " + nextNumber());
        other = centres.make("Other " + nextNumber());
        centres.allow(exam.id(), Map.of(school.id(), 2, other.id(), 5));
        teacher = of(school);
        stranger = of(other);
    }

    private Rooms.Room north() {
        return rooms.all().stream()
                .filter(room -> room.name().equals("North"))
                .findFirst()
                .orElseThrow();
    }

    private String of(Centres.Centre centre) {
        return staff.takeOn(
                        new Staff.Profile(
                                "CEN-" + nextNumber(),
                                "Teacher",
                                "t@brackwater.example",
                                Role.CENTRE,
                                Set.of(),
                                Set.of(),
                                centre.id(),
                                false),
                        "chalk-and-a-wet-sponge")
                .number();
    }

    private ResultActions as(String number, MockHttpServletRequestBuilder request) throws Exception {
        return mvc.perform(request.with(user(number).roles("STAFF", "CENTRE")).with(token()));
    }

    private ResultActions enters(String who, String name) throws Exception {
        return as(who, post("/centre/exams/" + exam.id()).param("name", name).param("language", "de"));
    }

    @Test
    void entersItsOwnCandidatesUpToItsPlacesAndSeesNobodyElses() throws Exception {
        enters(stranger, "Not Yours").andExpect(flash().attribute("said", "entered"));
        enters(teacher, "Ann").andExpect(flash().attribute("said", "entered"));
        enters(teacher, "Bo").andExpect(flash().attribute("said", "entered"));

        enters(teacher, "Cy")
                .andExpect(status().isUnprocessableContent())
                .andExpect(content().string(containsString("You may enter 2")))
                .andExpect(content().string(containsString("Cy")));
        as(teacher, get("/centre/exams/" + exam.id()))
                .andExpect(content().string(containsString("Ann")))
                .andExpect(content().string(not(containsString("Not Yours"))));
        assertThat(exams.roster(exam.id())).hasSize(3);
    }

    @Test
    void entersNoMoreThanItsPlacesHoweverManyPressAtOnce() throws Exception {
        List<Callable<Integer>> presses = Collections.nCopies(
                6, () -> enters(teacher, "Ann").andReturn().getResponse().getStatus());

        List<Integer> answers = new ArrayList<>();
        try (ExecutorService threads = Executors.newFixedThreadPool(6)) {
            for (Future<Integer> press : threads.invokeAll(presses)) {
                answers.add(press.get());
            }
        }

        assertThat(answers)
                .containsOnly(302, 422)
                .filteredOn(Integer.valueOf(302)::equals)
                .hasSize(2);
        assertThat(centres.roster(exam.id(), school.id())).hasSize(2);
    }

    @Test
    void cannotTouchSomebodyElses() throws Exception {
        enters(stranger, "Not Yours");
        Appointment theirs = exams.roster(exam.id()).getFirst();

        as(teacher, post("/centre/exams/" + exam.id() + "/" + theirs.sitting() + "/remove"))
                .andExpect(status().isNotFound());
        as(teacher, post("/centre/exams/" + exam.id() + "/letters")).andExpect(status().isNotFound());
        Exam elsewhere = newExam(north().id());
        as(teacher, get("/centre/exams/" + elsewhere.id())).andExpect(status().isNotFound());
        as(teacher, get("/office/exams")).andExpect(status().isForbidden());
        as(teacher, post("/centre/exams/" + exam.id()).param("name", "Renamed").param("number", theirs.candidate()))
                .andExpect(flash().attribute("said", "entered"));
        assertThat(candidates.find(theirs.candidate()).orElseThrow().name()).isEqualTo("Not Yours");
    }

    @Test
    void printsLettersAndTakesSomebodyOut() throws Exception {
        enters(teacher, "Ann");
        as(teacher, post("/centre/exams/" + exam.id() + "/letters"))
                .andExpect(status().isOk())
                .andExpect(content().contentType("application/pdf"));
        Appointment own = centres.roster(exam.id(), school.id()).getFirst();
        assertThat(candidates.withoutPin(List.of(own.candidate()))).isEmpty();

        as(teacher, post("/centre/exams/" + exam.id() + "/" + own.sitting() + "/remove"))
                .andExpect(flash().attribute("said", "removed"));

        assertThat(centres.roster(exam.id(), school.id())).isEmpty();
    }

    @Test
    void seesResultsOnceTheyAreReleasedAndNoneOfWhoWasNotThere() throws Exception {
        enters(teacher, "=Ann");
        enters(stranger, "Not Yours");
        chairs.give(exam.id(), 1, false);
        exams.bring(exam.id(), ExamState.ANNOUNCED);
        as(teacher, get("/centre/exams/" + exam.id() + "/results.csv")).andExpect(status().isNotFound());
        clock.advance(Duration.ofHours(5));
        for (ExamState state : List.of(ExamState.CLOSED, ExamState.MARKED, ExamState.RELEASED)) {
            bringTo(exam, state);
        }

        as(teacher, get("/centre/exams/" + exam.id() + "/results.csv"))
                .andExpect(content().string(containsString("\"'=Ann\",\"\"")))
                .andExpect(content().string(not(containsString("Not Yours"))));
        as(teacher, get("/centre")).andExpect(content().string(containsString(school.name())));
    }
}
