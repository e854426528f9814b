package dauntingledger.app.practice;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ExamServerTest;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.ledger.Terms;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.PracticeMode;
import dauntingledger.rulebook.paper.PracticeSet;
import dauntingledger.rulebook.paper.Practised;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.Play;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Question;
import java.time.Duration;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.MessageSource;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** Some questions, practised by themselves; and how these went. */
class SetsTest extends ExamServerTest {

    private static final StageId BLOCK = new StageId("practice");
    private static final ResponseId R1 = new ResponseId("R1");
    private static final ItemId CANS = new ItemId("can-side");
    private static final ItemId CONES = new ItemId("cone-side");
    private static final ItemId BALL = new ItemId("ball");

    @Autowired
    private MockMvc mvc;

    @Autowired
    private Runs runs;

    @Autowired
    private OwnMarks ownMarks;

    @Autowired
    private JdbcTemplate jdbc;

    @Autowired
    private MessageSource messages;

    private String candidate = "";

    @BeforeEach
    void somebody() {
        candidate = newAppointment().candidate();
    }

    private ResultActions as(String who, MockHttpServletRequestBuilder request) throws Exception {
        return mvc.perform(request.with(user(who).roles("CANDIDATE")).with(token()));
    }

    private String page(String path) throws Exception {
        return as(candidate, get(path))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    /** Follows the way into a sitting that was made. */
    private Appointment made(ResultActions done) throws Exception {
        String to = requireNonNull(done.andExpect(status().is3xxRedirection())
                .andReturn()
                .getResponse()
                .getRedirectedUrl());
        return appointments
                .find(new SittingId(Long.parseLong(to.substring(to.lastIndexOf('/') + 1))))
                .orElseThrow();
    }

    private Appointment chosen(String what, int number, String order) throws Exception {
        return made(as(
                candidate,
                post("/practice/sets/rules-practice")
                        .param("what", what)
                        .param("number", String.valueOf(number))
                        .param("order", order)
                        .param("mode", "learn")));
    }

    private List<ItemId> asked(Appointment appointment) {
        return sitting(appointment).paper().items().map(Item::id).toList();
    }

    /** Answers questions right but the second; the last not at all, which is marked and takes long. */
    private Appointment practised(String who) {
        return practised(who, Duration.ofSeconds(90));
    }

    private Appointment practised(String who, Duration longest) {
        Appointment appointment =
                appointments.make(who, paper("rules-practice"), "", Terms.practising(PracticeMode.UNTIMED));
        does(appointment, new Act.StageOpened(BLOCK));
        answers(appointment, CANS, "B", 10);
        answers(appointment, CONES, "D", 10);
        answers(appointment, new ItemId("two-up"), "A", 10);
        answers(appointment, new ItemId("up-down"), "A", 10);
        does(appointment, new Act.QuestionOpened(BALL));
        does(appointment, new Act.Marked(BALL));
        clock.advance(longest);
        does(appointment, new Act.BlockClosed(BLOCK));
        does(appointment, new Act.HandedIn());
        return appointment;
    }

    private void answers(Appointment appointment, ItemId item, String option, int seconds) {
        does(appointment, new Act.QuestionOpened(item));
        clock.advance(Duration.ofSeconds(seconds));
        does(appointment, new Act.Answered(item, R1, Value.choice(new ChoiceId(option))));
    }

    @Nested
    class AreChosen {

        @Test
        void bySectionAndAreDrawnFromARecordedSeed() throws Exception {
            Appointment made = chosen("section:lights", 4, "drawn");
            PracticeSet set = made.terms().practised().flatMap(Practised::set).orElseThrow();

            assertThat(asked(made)).hasSize(4).hasSameElementsAs(set.drawn());
            assertThat(sitting(made).paper().sections().map(Section::title)).containsExactly("Lights and signals");
            assertThat(set.pool()).hasSize(10);
            assertThat(appointments.find(made.sitting()).orElseThrow().terms()).isEqualTo(made.terms());
            does(made, new Act.StageOpened(BLOCK));
            assertThat(page("/sittings/" + made.sitting())).contains("Lights and signals");
        }

        @Test
        void byWhatWentWrongWhatWasMarkedAndWhatIsOfAKind() throws Exception {
            assertThat(page("/practice/sets/rules-practice"))
                    .contains("Choose questions", "Buoyage", "Typing a number or a word")
                    .doesNotContain("What I had wrong");
            practised(candidate);
            assertThat(page("/practice/sets/rules-practice"))
                    .contains("What I had wrong or left blank", "What I marked for review", "What takes me long");

            assertThat(asked(chosen("marked", 10, "paper"))).containsExactly(BALL);
            assertThat(asked(chosen("wrong", 100, "paper"))).hasSize(37).doesNotContain(CANS);
            assertThat(asked(chosen("slow", 10, "paper"))).contains(BALL);
            assertThat(asked(chosen("kind:order", 10, "paper"))).containsExactly(new ItemId("in-order"));
        }

        @Test
        void onlyWithANumberAndAChoiceThatThereIs() throws Exception {
            for (String number : List.of("", "0", "-3", "ten", "99999", "1.5")) {
                String refused = as(
                                candidate,
                                post("/practice/sets/rules-practice")
                                        .param("what", "all")
                                        .param("number", number)
                                        .param("mode", "learn"))
                        .andExpect(status().isUnprocessableContent())
                        .andReturn()
                        .getResponse()
                        .getContentAsString();
                assertThat(refused).contains("a whole number from 1");
            }
            as(
                            candidate,
                            post("/practice/sets/rules-practice")
                                    .param("what", "section:nowhere")
                                    .param("number", "5")
                                    .param("mode", "rehearse"))
                    .andExpect(status().isUnprocessableContent());
        }

        @Test
        void byEveryKindOfQuestionUnderAName() {
            Set<Class<?>> asked = new HashSet<>(List.of(Interaction.class.getPermittedSubclasses()));
            asked.remove(Play.class);
            for (Locale locale : List.of(Locale.ENGLISH, Locale.GERMAN)) {
                assertThat(asked)
                        .allSatisfy(kind -> assertThat(messages.getMessage(
                                        "sets.kind." + kind.getSimpleName().toLowerCase(Locale.ROOT), null, locale))
                                .isNotBlank());
            }
        }

        @Test
        void outOfPapersForPracticeOnly() throws Exception {
            for (String paper : List.of("pilot-licence", "no-such-paper", "try-out")) {
                as(candidate, get("/practice/sets/" + paper)).andExpect(status().isNotFound());
                as(
                                candidate,
                                post("/practice/sets/" + paper)
                                        .param("what", "all")
                                        .param("number", "3")
                                        .param("mode", "learn"))
                        .andExpect(status().isNotFound());
            }
        }

        @Test
        void withOtherNumbersEachTime() throws Exception {
            Appointment one =
                    appointments.make(candidate, paper("tides-practice"), "", Terms.practising(PracticeMode.LEARN));
            Appointment other =
                    appointments.make(candidate, paper("tides-practice"), "", Terms.practising(PracticeMode.LEARN));
            does(one, new Act.StageOpened(BLOCK));
            does(other, new Act.StageOpened(BLOCK));

            String page = page("/sittings/" + one.sitting());

            assertThat(page).contains("What was the range?").isNotEqualTo(page("/sittings/" + other.sitting()));
            assertThat(page).doesNotContainPattern("[\uE000\uE001]").doesNotContain("The range is high water less");
        }
    }

    @Nested
    class LookedBackAt {

        @Test
        void showWhatIsWrongSlowBlankAndMarked() throws Exception {
            Appointment run = practised(candidate, Duration.ofMinutes(10));
            String address = "/sittings/" + run.sitting() + "/answers";

            assertThat(page(address)).contains("Your time", "Others", "10:00", "marked for review");
            assertThat(page(address + "?show=marked"))
                    .contains("A mark has a ball for its topmark")
                    .doesNotContain("on which side of the channel do cans");
            assertThat(page(address + "?show=wrong")).contains("does a vessel in the channel pass cones");
            assertThat(page(address + "?show=slow"))
                    .contains("A mark has a ball", "10:00")
                    .doesNotContain("do cans stand");
        }

        @Test
        void areTakenOutWithEveryAnswer() throws Exception {
            practised(candidate);

            List<String> file = page("/practice/answers.csv").lines().toList();

            assertThat(file).hasSize(41);
            assertThat(file).anyMatch(line -> line.contains("\"ball\",\"blank\",\"yes\",\"9"));
            assertThat(file).anyMatch(line -> line.contains("\"can-side\",\"right\",\"no\",\"1"));
        }

        @Test
        void arePractisedAgain() throws Exception {
            Appointment run = practised(candidate);

            Appointment again =
                    made(as(candidate, post("/practice/again/" + run.sitting()).param("which", "marked")));

            assertThat(asked(again)).containsExactly(BALL);
            assertThat(sitting(again).paper().rules().checks()).isTrue();
            as(newAppointment().candidate(), post("/practice/again/" + run.sitting()))
                    .andExpect(status().isNotFound());
            as(candidate, post("/practice/again/" + newAppointment().sitting())).andExpect(status().isNotFound());
        }

        @Test
        void tellHowLongOthersTookOnceTenHavePractisedThem() throws Exception {
            Appointment run = practised(candidate);
            PastAnswers.Past before = runs.of(run).orElseThrow();
            for (int i = 0; i < PastAnswers.LEAST_PEOPLE; i++) {
                runs.of(practised(newAppointment().candidate()));
            }

            PastAnswers.Past past = runs.of(run).orElseThrow();

            assertThat(before.answers()).hasSize(40).isEqualTo(past.answers());
            assertThat(past.others().get(CANS)).isBetween(Duration.ofSeconds(10), Duration.ofSeconds(12));
            String numbers = mvc.perform(
                            get("/office/practice").with(user("OFF-1").roles("OFFICE")))
                    .andExpect(status().isOk())
                    .andReturn()
                    .getResponse()
                    .getContentAsString();
            assertThat(numbers).contains("Practice: buoyage and rules").doesNotContain(candidate);
        }
    }

    @Nested
    class AreDeleted {

        private long rows(String table, SittingId sitting) {
            return requireNonNull(jdbc.queryForObject(
                    "select count(*) from " + table + " where " + (table.equals("sitting") ? "id" : "sitting") + " = ?",
                    Long.class,
                    sitting.value()));
        }

        @Test
        void withEveryAnswerAndNothingElse() throws Exception {
            Appointment run = practised(candidate);
            Appointment other = practised(candidate);
            assertThat(page("/practice")).contains("Delete this run");
            ownMarks.give(run.sitting(), CANS, Rational.ONE);

            as(candidate, post("/practice/runs/" + run.sitting() + "/delete")).andExpect(status().is3xxRedirection());

            for (String table :
                    List.of("sitting", "ledger_line", "practice_run", "practice_answer", "practice_own_mark")) {
                assertThat(rows(table, run.sitting())).as(table).isZero();
            }
            assertThat(rows("ledger_line", other.sitting())).isPositive();
            assertThat(appointments.find(run.sitting())).isEmpty();
            as(candidate, get("/sittings/" + run.sitting())).andExpect(status().isNotFound());

            as(candidate, post("/practice/delete")).andExpect(status().is3xxRedirection());
            assertThat(runs.of(candidate)).isEmpty();
            assertThat(appointments.of(candidate)).as("the exam stays").hasSize(1);
        }

        @Test
        void byNobodyElseAndNeverAnExam() throws Exception {
            Appointment run = practised(candidate);
            Appointment exam = newAppointment();

            as(newAppointment().candidate(), post("/practice/runs/" + run.sitting() + "/delete"))
                    .andExpect(status().isNotFound());
            as(exam.candidate(), post("/practice/runs/" + exam.sitting() + "/delete"))
                    .andExpect(status().isNotFound());
            assertThatThrownBy(() -> appointments.forget(exam)).hasMessageContaining("is no practice");
            assertThat(appointments.find(run.sitting())).isPresent();
        }
    }

    @Test
    void areLeftAndGoneOnWithAsTheyWere() throws Exception {
        Appointment made = chosen("section:marks", 3, "drawn");
        List<ItemId> asked = asked(made);
        does(made, new Act.StageOpened(BLOCK));
        does(made, new Act.QuestionOpened(asked.getFirst()));
        clock.advance(Duration.ofDays(20));

        assertThat(page("/")).contains("Go on");
        assertThat(asked(appointments.find(made.sitting()).orElseThrow())).isEqualTo(asked);
        assertThat(sitting(made).questions().all().stream()
                        .filter(Question::opened)
                        .count())
                .isOne();
    }
}
