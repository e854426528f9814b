package dauntingledger.app.registration;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.flash;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrl;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.OfficeWork;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.registration.Applicant.Standing;
import jakarta.persistence.EntityManager;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;
import org.springframework.transaction.support.TransactionTemplate;

class RegistrationTest extends OfficeWork {

    @Autowired
    private MockMvc mvc;

    @Autowired
    private Registrations registrations;

    @Autowired
    private EntityManager entities;

    @Autowired
    private TransactionTemplate transactions;

    private Exam exam;
    private String path = "";

    @BeforeEach
    void openAnExamForRegistering() throws Exception {
        exam = newExam(newRoom(3, 3).id());
        opens(2, true);
    }

    private void opens(int places, boolean byRule) throws Exception {
        MockHttpServletRequestBuilder form = office("/registration")
                .param("open", "true")
                .param("places", String.valueOf(places))
                .param("consent", "My name may be read out.")
                .param("fields", "Born on * | date\nSize | choice: S, M, L\nTelephone");
        if (byRule) {
            form.param("byRule", "true");
        }
        mvc.perform(form).andExpect(flash().attribute("said", "kept"));
        path = "/register/" + registrations.of(exam.id()).orElseThrow().token();
    }

    private MockHttpServletRequestBuilder office(String part) {
        return post("/office/exams/" + exam.id() + part)
                .with(user("OFF-1").roles("OFFICE"))
                .with(token());
    }

    private static MockHttpServletRequestBuilder filled(MockHttpServletRequestBuilder form, String email) {
        return form.param("name", "Åse Ørn")
                .param("email", email)
                .param("consent", "yes")
                .param("field-field-1", "2001-05-09");
    }

    private ResultActions registers(String email) throws Exception {
        return mvc.perform(filled(post(path), email).with(token()).with(request -> {
            request.setRemoteAddr("10.1." + exam.id() + ".7");
            return request;
        }));
    }

    private List<String> mails(String email) {
        List<?> bodies = entities.createNativeQuery(
                        "select body from mail_message where recipient = ?1 order by id", String.class)
                .setParameter(1, email)
                .getResultList();
        return bodies.stream().map(String::valueOf).toList();
    }

    private String link(String email) {
        return link(mails(email).getLast(), email);
    }

    private static String link(String mail, String to) {
        Matcher link = Pattern.compile("(/register/confirm/\\S+)").matcher(mail);
        assertThat(link.find()).as("a link to %s", to).isTrue();
        return link.group(1);
    }

    private ResultActions confirms(String email) throws Exception {
        return mvc.perform(post(link(email)).with(token()));
    }

    private static String email(String name) {
        return name + nextNumber() + "@brackwater.example";
    }

    @Test
    void givesNumberAndPinByMailOnceTheAddressIsConfirmed() throws Exception {
        String email = email("aase");
        mvc.perform(get(path)).andExpect(content().string(containsString("Born on")));

        registers(email).andExpect(content().string(containsString("A mail is on its way to " + email)));
        assertThat(exams.roster(exam.id())).as("not yet").isEmpty();
        mvc.perform(get(link(email))).andExpect(content().string(containsString("Press the button")));
        assertThat(exams.roster(exam.id()))
                .as("a link that is looked at confirms nothing")
                .isEmpty();
        confirms(email).andExpect(content().string(containsString("You are registered and have a place")));

        Appointment sitting = exams.roster(exam.id()).getFirst();
        String letter = mails(email).getLast();
        assertThat(letter).contains("Candidate number: " + sitting.candidate());
        Matcher pin = Pattern.compile("PIN: (\\d{6})").matcher(letter);
        assertThat(pin.find()).isTrue();
        mvc.perform(post("/sign-in")
                        .with(token())
                        .param("number", sitting.candidate())
                        .param("pin", pin.group(1)))
                .andExpect(redirectedUrl("/"));
        mvc.perform(post(link(mails(email).getFirst(), email)).with(token())).andExpect(status().isOk());
        assertThat(exams.roster(exam.id())).as("once").hasSize(1);
    }

    @Test
    void saysTheSameForAnAddressThatIsRegisteredAndOneThatIsNot() throws Exception {
        String known = email("known");
        registers(known);
        confirms(known);
        String fresh = email("fresh");

        String forKnown = registers(known).andReturn().getResponse().getContentAsString();
        String forFresh = registers(fresh).andReturn().getResponse().getContentAsString();

        assertThat(forKnown.replace(known, "x").replaceAll("value=\"[^\"]*\"", ""))
                .isEqualTo(forFresh.replace(fresh, "x").replaceAll("value=\"[^\"]*\"", ""));
        assertThat(mails(known).getLast()).contains("You are registered already");
        assertThat(exams.roster(exam.id())).hasSize(1);
    }

    @Test
    void letsTheWaitingListMoveUpWhenSomebodyLeavesOrPlacesAreAdded() throws Exception {
        List<String> emails = List.of(email("a"), email("b"), email("c"), email("d"));
        for (String email : emails) {
            registers(email);
            confirms(email);
        }
        assertThat(exams.roster(exam.id())).hasSize(2);
        assertThat(standings())
                .containsExactly(Standing.WAITING, Standing.WAITING, Standing.ACCEPTED, Standing.ACCEPTED);

        rosters.remove(exams.roster(exam.id()).getFirst());

        assertThat(mails(emails.get(2)).getLast()).contains("you have a place");
        assertThat(exams.roster(exam.id())).hasSize(2);
        opens(3, true);
        assertThat(mails(emails.get(3)).getLast()).contains("you have a place");
        assertThat(exams.roster(exam.id())).hasSize(3);
    }

    private List<Standing> standings() {
        return registrations.all(exam.id(), 10).stream()
                .map(Applicant::standing)
                .toList();
    }

    @Test
    void givesNoMorePlacesThanThereAreHoweverManyConfirmAtOnce() throws Exception {
        List<String> emails = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            emails.add(email("many"));
            registers(emails.getLast());
        }
        List<Callable<Integer>> presses = emails.stream()
                .map(email -> (Callable<Integer>)
                        () -> confirms(email).andReturn().getResponse().getStatus())
                .toList();

        try (ExecutorService threads = Executors.newFixedThreadPool(8)) {
            for (Future<Integer> press : threads.invokeAll(presses)) {
                assertThat(press.get()).isEqualTo(200);
            }
        }

        assertThat(exams.roster(exam.id())).hasSize(2);
        assertThat(standings()).filteredOn(Standing.WAITING::equals).hasSize(6);
    }

    @Test
    void admitsNobodyOnceAdmissionHasEnded() throws Exception {
        List<String> emails = List.of(email("in"), email("in"), email("waits"));
        for (String email : emails) {
            registers(email);
            confirms(email);
        }
        String late = email("late");
        registers(late);
        clock.advance(Duration.between(clock.instant(), exam.hours().window().closes()));

        confirms(late).andExpect(content().string(containsString("Nobody is admitted to this exam any more")));
        opens(9, true);
        rosters.remove(exams.roster(exam.id()).getFirst());

        assertThat(exams.roster(exam.id())).hasSize(1);
        assertThat(standings()).containsExactly(Standing.WAITING, Standing.ACCEPTED, Standing.DECLINED);
    }

    @Test
    void isClosedToTheOfficeWithItsExam() throws Exception {
        opens(1, false);
        String email = email("asks");
        registers(email);
        confirms(email);
        transactions.executeWithoutResult(
                status -> entities.createNativeQuery("update exam set state = 'CLOSED' where id = ?1")
                        .setParameter(1, exam.id().value())
                        .executeUpdate());
        long applicant = registrations.all(exam.id(), 10).getFirst().id();

        mvc.perform(office("/registration/" + applicant + "/accept")).andExpect(flash().attribute("said", "not-open"));

        assertThat(standings()).containsExactly(Standing.CONFIRMED);
        assertThat(exams.roster(exam.id())).isEmpty();
    }

    @Test
    void leavesTheDecisionToTheOfficeWhereThereIsNoRule() throws Exception {
        opens(1, false);
        String one = email("one");
        String other = email("other");
        for (String email : List.of(one, other)) {
            registers(email);
            confirms(email).andExpect(content().string(containsString("The exam office looks at")));
        }
        List<Applicant> waiting = registrations.all(exam.id(), 10);

        mvc.perform(office("/registration/" + waiting.getFirst().id() + "/accept"))
                .andExpect(flash().attribute("said", "accepted"));
        mvc.perform(office("/registration/" + waiting.getLast().id() + "/accept"))
                .andExpect(flash().attribute("said", "waits"));
        mvc.perform(office("/registration/" + waiting.getLast().id() + "/decline"))
                .andExpect(flash().attribute("said", "declined"));
        mvc.perform(office("/registration/999999/accept")).andExpect(status().isNotFound());

        assertThat(exams.roster(exam.id())).hasSize(1);
        assertThat(mails(other).getLast()).contains("has declined your registration");
    }

    @Test
    void saysWhatIsWrongAndKeepsWhatWasTyped() throws Exception {
        mvc.perform(post(path)
                        .with(token())
                        .param("name", "Åse <b>Ørn")
                        .param("email", "nowhere")
                        .param("field-field-1", "2001-02-30")
                        .param("field-field-2", "XL"))
                .andExpect(status().isUnprocessableContent())
                .andExpect(content().string(containsString("This is no email address")))
                .andExpect(content().string(containsString("‘Born on’ must be a day")))
                .andExpect(content().string(containsString("‘Size’: choose from the list")))
                .andExpect(content().string(containsString("Registering takes your consent")))
                .andExpect(content().string(containsString("Åse &lt;b&gt;Ørn")))
                .andExpect(content().string(containsString("value=\"2001-02-30\"")));
    }

    @Test
    void slowsRobotsDownAndKeepsWhatWasTyped() throws Exception {
        for (int i = 0; i < Pace.AT_ONCE; i++) {
            registers(email("robot")).andExpect(status().isOk());
        }

        registers(email("robot"))
                .andExpect(status().isTooManyRequests())
                .andExpect(content().string(containsString("Wait half a minute")))
                .andExpect(content().string(containsString("Åse Ørn")));
        clock.advance(Duration.ofSeconds(31));
        registers(email("robot")).andExpect(status().isOk());
    }

    @Test
    void endsWithItsLastDay() throws Exception {
        mvc.perform(office("/registration")
                        .param("open", "true")
                        .param("places", "2")
                        .param("byRule", "true")
                        .param("lastDay", "2020-01-01"))
                .andExpect(flash().attribute("said", "kept"));

        mvc.perform(get(path)).andExpect(content().string(containsString("Registering is closed")));
        registers(email("late"));
        assertThat(registrations.all(exam.id(), 10)).isEmpty();
        mvc.perform(get("/register/nonsense")).andExpect(status().isNotFound());
    }

    @Test
    void readsTheFieldsOfTheOfficeAndSaysWhereTheyAreNone() throws Exception {
        assertThat(registrations.of(exam.id()).orElseThrow().fields())
                .extracting(
                        field -> field.label() + " " + field.kind() + " " + field.required() + " " + field.choices())
                .containsExactly("Born on DATE true []", "Size CHOICE false [S, M, L]", "Telephone TEXT false []");
        for (Map.Entry<String, String> wrong : Map.of("fields", "Size | colour", "places", "many", "lastDay", "soon")
                .entrySet()) {
            mvc.perform(office("/registration").param("places", "2").param(wrong.getKey(), wrong.getValue()))
                    .andExpect(status().isUnprocessableContent())
                    .andExpect(content().string(containsString(wrong.getValue())));
        }
    }
}
