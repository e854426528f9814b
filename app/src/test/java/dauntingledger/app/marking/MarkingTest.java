package dauntingledger.app.marking;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.not;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.exams.ExamChangeException;
import dauntingledger.app.invigilation.Hall;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.nodes.Engine;
import dauntingledger.app.staff.Role;
import dauntingledger.app.staff.Staff;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.marking.AnswerMarking;
import dauntingledger.rulebook.marking.MarkingAct.AnswerId;
import dauntingledger.rulebook.number.Rational;
import jakarta.persistence.EntityManager;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.MediaType;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Two markers, a chief marker, and answers that tell nobody whose they are. */
class MarkingTest extends Hall {

    private static final String THREE = "{\"points\":{\"where\":\"1\",\"when\":\"1\",\"off\":\"1\"}";
    private static final String ONE = "{\"points\":{\"off\":\"1\"}";
    private static final String REST = ",\"adjustment\":\"0\",\"reason\":\"\",\"known\":[]}";

    @Autowired
    private MockMvc mvc;

    @Autowired
    private Engine engine;

    @Autowired
    private ExamAnswers answers;

    @Autowired
    private MarkingLedger ledger;

    @Autowired
    private EntityManager entities;

    @Autowired
    private TransactionTemplate transactions;

    private String one;
    private String two;
    private String chief;

    @BeforeEach
    void writeReports() {
        writeAndClose("She touched the ground.", "She came off by herself.", "");
        one = marker(Role.MARKER);
        two = marker(Role.MARKER);
        chief = marker(Role.CHIEF_MARKER);
    }

    private String desk() {
        return "/marking/" + exam().id() + "/" + REPORT;
    }

    private ResultActions does(String person, String role, String path, String body) throws Exception {
        return mvc.perform(post(desk() + "/" + path)
                .with(user(person).roles(role))
                .with(token())
                .contentType(MediaType.APPLICATION_JSON)
                .content(body));
    }

    private ResultActions marks(String person, String key, String given) throws Exception {
        return does(person, person.equals(chief) ? "CHIEF_MARKER" : "MARKER", key, given + REST);
    }

    private List<ExamAnswers.Answer> reports() {
        return answers.of(exam(), REPORT);
    }

    private Rational mark(ExamAnswers.Answer answer) {
        return ledger.of(exam().id())
                .getOrDefault(answer.id().orElseThrow(), AnswerMarking.NONE)
                .mark(
                        requireNonNull(papers.marking(exam().paper(), List.of())
                                .schemes()
                                .get(REPORT)),
                        Rational.of(6))
                .orElse(Rational.of(-1));
    }

    @Test
    void showsAnswersAndNothingOfWhoseTheyAre() throws Exception {
        Appointment candidate = roster.getFirst();
        String page = mvc.perform(get(desk()).with(user(one).roles("MARKER")))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();

        assertThat(reports()).hasSize(2);
        assertThat(page).contains("She touched the ground.", "says where she touched the ground");
        assertThat(page)
                .doesNotContain(candidate.candidate())
                .doesNotContain(
                        candidates.find(candidate.candidate()).orElseThrow().name())
                .doesNotContain("\"sitting\"");
        mvc.perform(get("/marking").with(user(one).roles("MARKER")))
                .andExpect(content().string(containsString(exam().title())));
    }

    @Test
    void takesTheMeanOfTwoMarksThatAgree() throws Exception {
        ExamAnswers.Answer answer = reports().getFirst();
        marks(one, answer.key(), THREE).andExpect(status().isOk());
        assertThat(mark(answer)).as("one of two").isEqualTo(Rational.of(-1));
        marks(two, answer.key(), "{\"points\":{\"where\":\"1\",\"off\":\"1\"}").andExpect(status().isOk());

        assertThat(mark(answer)).isEqualTo(Rational.of(5, 2));
        marks(marker(Role.MARKER), answer.key(), ONE)
                .andExpect(status().isConflict())
                .andExpect(content().string(containsString("all the marks it needs")));
    }

    @Test
    void leavesMarksThatDifferToTheChiefMarker() throws Exception {
        ExamAnswers.Answer answer = reports().getFirst();
        marks(one, answer.key(), THREE).andExpect(status().isOk());
        marks(two, answer.key(), ONE).andExpect(status().isOk());
        assertThat(mark(answer)).isEqualTo(Rational.of(-1));

        mvc.perform(get(desk()).with(user(one).roles("MARKER")))
                .andExpect(content().string(not(containsString("\"others\":"))));
        mvc.perform(get(desk()).with(user(chief).roles("CHIEF_MARKER")))
                .andExpect(content().string(containsString("\"others\":")))
                .andExpect(content().string(containsString("\"sum\":\"3\"")));
        mvc.perform(get("/marking").with(user(chief).roles("CHIEF_MARKER")))
                .andExpect(content().string(containsString("1 marked twice: 0 % alike, 0 % within one, kappa 0.00")));
        mvc.perform(get("/marking").with(user(one).roles("MARKER")))
                .andExpect(content().string(not(containsString("marked twice"))));
        marks(chief, answer.key(), THREE).andExpect(status().isOk());

        assertThat(mark(answer)).isEqualTo(Rational.of(3));
        marks(one, answer.key(), ONE).andExpect(status().isConflict());
    }

    @Test
    void putsAsideAndTakesBackAndChangesItsMind() throws Exception {
        ExamAnswers.Answer answer = reports().getFirst();
        does(one, "MARKER", answer.key() + "/aside", "{\"reason\":\"cannot be read\",\"known\":[]}")
                .andExpect(status().isOk());
        mvc.perform(get(desk()).with(user(chief).roles("CHIEF_MARKER")))
                .andExpect(content().string(containsString("cannot be read")));
        does(one, "MARKER", answer.key() + "/take-back", "{\"known\":[]}").andExpect(status().isOk());
        does(one, "MARKER", answer.key() + "/take-back", "{\"known\":[]}").andExpect(status().isConflict());
        marks(one, answer.key(), THREE).andExpect(status().isOk());
        marks(one, answer.key(), ONE).andExpect(status().isOk());
        marks(two, answer.key(), ONE).andExpect(status().isOk());

        assertThat(mark(answer)).isEqualTo(Rational.ONE);
    }

    @Test
    void refusesWhatTheSchemeDoesNotHave() throws Exception {
        String key = reports().getFirst().key();
        marks(one, key, "{\"points\":{\"where\":\"2\"}").andExpect(status().isUnprocessableContent());
        marks(one, key, "{\"points\":{\"nobody\":\"1\"}").andExpect(status().isUnprocessableContent());
        marks(one, key, "{\"points\":{\"where\":\"x\"}").andExpect(status().isBadRequest());
        does(one, "MARKER", key, "{\"points\":{},\"adjustment\":\"1\",\"reason\":\"\",\"known\":[]}")
                .andExpect(status().isUnprocessableContent());
        does(one, "MARKER", key, "{}").andExpect(status().isBadRequest());
        does(one, "MARKER", key + "/aside", "{}").andExpect(status().isUnprocessableContent());
        does(one, "MARKER", key + "/take-back", "{}").andExpect(status().isConflict());
        marks(one, "0".repeat(32), ONE).andExpect(status().isNotFound());
        assertThat(ledger.of(exam().id())).isEmpty();
    }

    @Test
    void isForMarkersOfThePaperWhileItIsClosed() throws Exception {
        String stranger = "MRK-" + nextNumber();
        staff.takeOn(
                new Staff.Profile(
                        stranger, "Somebody", "", Role.MARKER, Set.of(), Set.of("lightkeeper"), Staff.NO_CENTRE, false),
                PASSWORD);
        mvc.perform(get(desk()).with(user(stranger).roles("MARKER"))).andExpect(status().isNotFound());
        marks(stranger, reports().getFirst().key(), ONE).andExpect(status().isNotFound());
        for (String role : List.of("OFFICE", "INVIGILATOR", "AUDITOR", "CANDIDATE")) {
            mvc.perform(get(desk()).with(user("OFF-1").roles(role))).andExpect(status().isForbidden());
        }
        markAll();
        exams.bring(exam().id(), ExamState.MARKED);
        mvc.perform(get(desk()).with(user(one).roles("MARKER"))).andExpect(status().isNotFound());
    }

    private void markAll() throws Exception {
        for (ExamAnswers.Answer answer : reports()) {
            marks(one, answer.key(), THREE).andExpect(status().isOk());
            marks(two, answer.key(), THREE).andExpect(status().isOk());
        }
    }

    @Test
    void keepsAnExamFromBeingMarkedUntilAllIs() throws Exception {
        marks(one, reports().getFirst().key(), THREE).andExpect(status().isOk());
        assertThatThrownBy(() -> exams.bring(exam().id(), ExamState.MARKED)).isInstanceOf(ExamChangeException.class);
        marks(two, reports().getFirst().key(), THREE).andExpect(status().isOk());
        marks(one, reports().getLast().key(), THREE).andExpect(status().isOk());
        marks(two, reports().getLast().key(), THREE).andExpect(status().isOk());

        exams.bring(exam().id(), ExamState.MARKED);
    }

    @Test
    void keepsEveryLineInAChain() throws Exception {
        markAll();
        List<?> hashes = transactions.execute(status -> entities.createNativeQuery(
                        "select hash from marking_line where exam = ?1 order by seq", String.class)
                .setParameter(1, exam().id().value())
                .getResultList());
        assertThat(hashes).hasSize(4).doesNotHaveDuplicates();

        transactions.executeWithoutResult(status -> entities.createNativeQuery(
                        "update marking_line set line = replace(line, '\"1\"', '\"0\"') where exam = ?1 and seq = 2")
                .setParameter(1, exam().id().value())
                .executeUpdate());
        MarkingLedger fresh = new MarkingLedger(entities, transactions, JsonMapper.shared(), engine);
        assertThatThrownBy(() -> fresh.of(exam().id())).hasMessageContaining("not as it was written");
    }

    @Test
    void everyAnswerHasItsCodeAndOrderForGood() {
        List<String> keys = reports().stream().map(ExamAnswers.Answer::key).toList();
        assertThat(keys).isSorted();
        assertThat(reports().stream().map(answer -> answer.id().orElseThrow()).map(AnswerId::sitting))
                .containsExactlyInAnyOrder(IntStream.range(0, 2)
                        .mapToObj(i -> roster.get(i).sitting().value())
                        .toArray(Long[]::new));
    }
}
