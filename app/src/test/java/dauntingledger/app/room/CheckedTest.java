package dauntingledger.app.room;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrl;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ExamServerTest;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Terms;
import dauntingledger.app.papers.Packages;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.PracticeMode;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Verdict;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;

/** Practice in its modes: what is right is told of a question that was checked, and of no other. */
class CheckedTest extends ExamServerTest {

    private static final ItemId PERIOD = new ItemId("period");
    private static final ResponseId R1 = new ResponseId("R1");

    /** What nobody knows from the question alone. */
    private static final List<String> TELLING =
            List.of("add the 8 s of darkness", "light and darkness together", "24.25", "By the key");

    @Autowired
    private MockMvc mvc;

    private Appointment begun(PracticeMode mode) {
        Appointment appointment = newAppointment("buoyage-practice", Terms.practising(mode));
        does(appointment, new Act.StageOpened(new StageId("practice")));
        does(appointment, new Act.QuestionOpened(PERIOD));
        does(appointment, new Act.Answered(PERIOD, R1, Value.choice(new ChoiceId("B"))));
        return appointment;
    }

    private String room(Appointment appointment) throws Exception {
        return mvc.perform(get("/sittings/" + appointment.sitting())
                        .with(user(appointment.candidate()).roles("CANDIDATE")))
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    private ResultActions checked(Appointment appointment, String candidate, String item) throws Exception {
        return mvc.perform(get("/sittings/" + appointment.sitting() + "/checked/" + item)
                .with(user(candidate).roles("CANDIDATE")));
    }

    private ResultActions checked(Appointment appointment, ItemId item) throws Exception {
        return checked(appointment, appointment.candidate(), item.value());
    }

    @Nested
    class Learning {

        @Test
        void tellsWhatIsRightOfACheckedQuestionAlone() throws Exception {
            Appointment appointment = begun(PracticeMode.LEARN);
            checked(appointment, PERIOD).andExpect(status().isNotFound());
            assertThat(room(appointment)).contains("data-check").doesNotContain(TELLING.toArray(String[]::new));

            does(appointment, new Act.Checked(PERIOD));
            String told = checked(appointment, PERIOD)
                    .andExpect(status().isOk())
                    .andReturn()
                    .getResponse()
                    .getContentAsString();
            assertThat(told).contains("Wrong", "B  6 s", "D  10 s", "add the 8 s of darkness");
            checked(appointment, new ItemId("gap")).andExpect(status().isNotFound());
            assertThat(room(appointment)).doesNotContain("24.25");
        }

        @Test
        void isForTheSittingsOwnCandidate() throws Exception {
            Appointment appointment = begun(PracticeMode.LEARN);
            does(appointment, new Act.Checked(PERIOD));
            checked(appointment, newAppointment().candidate(), PERIOD.value()).andExpect(status().isNotFound());
            mvc.perform(get("/sittings/" + appointment.sitting() + "/checked/period")
                            .with(user("OFF-1").roles("OFFICE")))
                    .andExpect(status().isForbidden());
            checked(appointment, appointment.candidate(), "nothing").andExpect(status().isNotFound());
        }

        @Test
        void keepsTheAnswerOfACheckedQuestion() {
            Appointment appointment = begun(PracticeMode.LEARN);
            does(appointment, new Act.Checked(PERIOD));
            Act other = new Act.Answered(PERIOD, R1, Value.choice(new ChoiceId("D")));
            assertThat(sitting(appointment).permits(other, clock.instant())).isEqualTo(Verdict.SEALED_BY_CHECK);
        }
    }

    @Nested
    class Otherwise {

        @Test
        void nothingIsChecked() throws Exception {
            for (PracticeMode mode : List.of(PracticeMode.REHEARSE, PracticeMode.UNTIMED)) {
                Appointment appointment = begun(mode);
                assertThat(sitting(appointment).permits(new Act.Checked(PERIOD), clock.instant()))
                        .isEqualTo(Verdict.NOT_TO_CHECK);
                checked(appointment, PERIOD).andExpect(status().isNotFound());
                assertThat(room(appointment)).doesNotContain("data-check");
            }
        }

        @Test
        void anOfficialPaperCannotBeCheckedWhateverIsAskedFor() throws Exception {
            assertThatThrownBy(() -> sitting(newAppointment("pilot-licence", Terms.practising(PracticeMode.LEARN))))
                    .isInstanceOf(IllegalArgumentException.class)
                    .hasMessageContaining("cannot be practised");
            Appointment official = inCraft();
            ItemId first = sitting(official)
                    .route()
                    .openBlock()
                    .orElseThrow()
                    .items()
                    .findFirst()
                    .orElseThrow()
                    .id();
            assertThat(sitting(official).permits(new Act.Checked(first), clock.instant()))
                    .isEqualTo(Verdict.NOT_TO_CHECK);
            checked(official, first).andExpect(status().isNotFound());
            mvc.perform(post("/practice/pilot-licence")
                            .param("mode", "learn")
                            .with(user(official.candidate()).roles("CANDIDATE"))
                            .with(token()))
                    .andExpect(status().isNotFound());
        }
    }

    @Nested
    class WhatAPersonWouldMark {

        private static final ItemId STORY = new ItemId("period-ten");

        private Appointment written() throws IOException {
            byte[] told = Packages.demo("rules-practice")
                    .replacing("daunting-ledger.xml", "id=\"rules-practice\"", "id=\"story-practice\"")
                    .with("items/period-ten.xml", """
                            <qti-assessment-item xmlns="http://www.imsglobal.org/xsd/imsqtiasi_v3p0" identifier="story"
                                title="A night" adaptive="false" time-dependent="false" xml:lang="en">
                              <qti-response-declaration identifier="R1" cardinality="single" base-type="string"/>
                              <qti-outcome-declaration identifier="SCORE" cardinality="single" base-type="float"
                                  external-scored="human" normal-maximum="6"/>
                              <qti-item-body><p>Tell of a night in the tower.</p>
                                <qti-extended-text-interaction response-identifier="R1"/></qti-item-body>
                            </qti-assessment-item>""")
                    .zip();
            PaperRef paper =
                    papers.importPackage(new ByteArrayInputStream(told)).paper();
            Appointment made =
                    appointments.make(newAppointment().candidate(), paper, "", Terms.practising(PracticeMode.LEARN));
            does(made, new Act.StageOpened(new StageId("practice")));
            does(made, new Act.QuestionOpened(STORY));
            does(made, new Act.Answered(STORY, R1, Value.typed("It blew.")));
            return made;
        }

        private ResultActions gives(Appointment appointment, String candidate, ItemId item, String marks)
                throws Exception {
            return mvc.perform(post("/sittings/" + appointment.sitting() + "/checked/" + item + "/own")
                    .param("marks", marks)
                    .with(user(candidate).roles("CANDIDATE"))
                    .with(token()));
        }

        @Test
        void isGivenAMarkOfOnesOwnThatCountsNowhere() throws Exception {
            Appointment appointment = written();
            String candidate = appointment.candidate();
            gives(appointment, candidate, STORY, "1").andExpect(status().isNotFound());
            does(appointment, new Act.Checked(STORY));

            for (String wrong : List.of("", "2", "-1", "much")) {
                assertThat(gives(appointment, candidate, STORY, wrong)
                                .andReturn()
                                .getResponse()
                                .getContentAsString())
                        .contains("a number from 0 to 1");
            }
            assertThat(gives(appointment, candidate, STORY, "0,5")
                            .andExpect(status().isOk())
                            .andReturn()
                            .getResponse()
                            .getContentAsString())
                    .contains("value=\"0.5\"")
                    .doesNotContain("a number from 0 to 1");
            gives(appointment, newAppointment().candidate(), STORY, "1").andExpect(status().isNotFound());
            does(appointment, new Act.QuestionOpened(new ItemId("can-side")));
            does(appointment, new Act.Checked(new ItemId("can-side")));
            gives(appointment, candidate, new ItemId("can-side"), "1").andExpect(status().isNotFound());

            does(appointment, new Act.BlockClosed(new StageId("practice")));
            does(appointment, new Act.HandedIn());
            String answers = mvc.perform(get("/sittings/" + appointment.sitting() + "/answers")
                            .with(user(candidate).roles("CANDIDATE")))
                    .andReturn()
                    .getResponse()
                    .getContentAsString();
            assertThat(answers).contains("You gave yourself ½");
            assertThat(papers.marking(appointment.paper(), appointment.seed())
                            .score(sitting(appointment), Map.of())
                            .marks())
                    .isEqualTo(Rational.ZERO);
        }
    }

    @Nested
    class Beginning {

        private String practises(String candidate, String mode, boolean anew) throws Exception {
            return Optional.ofNullable(mvc.perform(post("/practice/buoyage-practice")
                                    .param("mode", mode)
                                    .param("anew", String.valueOf(anew))
                                    .with(user(candidate).roles("CANDIDATE"))
                                    .with(token()))
                            .andReturn()
                            .getResponse()
                            .getRedirectedUrl())
                    .orElse("");
        }

        @Test
        void goesOnWithWhatWasBegunInTheSameModeOrBeginsAnew() throws Exception {
            String candidate = newAppointment().candidate();
            String learning = practises(candidate, "learn", false);
            assertThat(learning).startsWith("/sittings/");
            assertThat(practises(candidate, "learn", false)).isEqualTo(learning);
            assertThat(practises(candidate, "", false)).isEqualTo(learning);
            assertThat(practises(candidate, "rehearse", false))
                    .startsWith("/sittings/")
                    .isNotEqualTo(learning);
            assertThat(practises(candidate, "learn", true))
                    .startsWith("/sittings/")
                    .isNotEqualTo(learning);
            assertThat(practises(candidate, "official", false)).isEmpty();
        }

        @Test
        void isOfferedOnTheHomePageAndGoneOnWithThereWeeksLater() throws Exception {
            Appointment appointment = begun(PracticeMode.LEARN);
            clock.advance(Duration.ofDays(40));
            String home = mvc.perform(
                            get("/").with(user(appointment.candidate()).roles("CANDIDATE")))
                    .andExpect(status().isOk())
                    .andReturn()
                    .getResponse()
                    .getContentAsString();
            assertThat(home)
                    .contains("Learn: no clock", "Rehearse: clocks", "Untimed run")
                    .contains("learning", "Go on", "/sittings/" + appointment.sitting() + "/enter");
            mvc.perform(post("/sittings/" + appointment.sitting() + "/enter")
                            .with(user(appointment.candidate()).roles("CANDIDATE"))
                            .with(token()))
                    .andExpect(redirectedUrl("/sittings/" + appointment.sitting()));
            assertThat(sitting(appointment).questions().get(PERIOD).label()).isEqualTo("B");
        }
    }
}
