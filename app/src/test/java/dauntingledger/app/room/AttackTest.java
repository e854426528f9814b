package dauntingledger.app.room;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.flash;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrl;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ExamServerTest;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.rulebook.chain.Chain;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.plain.EntryCodec;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.Held;
import dauntingledger.rulebook.sitting.Subset;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.hamcrest.Matchers;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.MediaType;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import tools.jackson.databind.json.JsonMapper;

/** What was tried against the room with changed scripts and bare requests; the section 'rules' runs for twenty minutes. */
class AttackTest extends ExamServerTest {

    private static final String COUNTS = "entered permitted";
    private static final String HELD = "held held-for-decision";

    @Autowired
    private MockMvc mvc;

    private Appointment appointment;
    private Seated attacker;

    @BeforeEach
    void aSectionIsOpen() throws Exception {
        appointment = inRules();
        attacker = seated(appointment);
    }

    private Seated seated(Appointment one) throws Exception {
        return new Seated(mvc, clock, one, token()).takesTheSeat();
    }

    private static Act choosing(String item, String choice) {
        return new Act.Answered(new ItemId(item), new ResponseId("R1"), Value.choice(new ChoiceId(choice)));
    }

    private List<Held> held() {
        return ledgers.open(appointment, clock.instant()).held();
    }

    private String label(String item) {
        return sitting(appointment).questions().get(new ItemId(item)).label();
    }

    /** A browser whose connection is good: it is heard every few seconds. */
    private void passes(Duration span) throws Exception {
        for (long second = 0; second < span.toSeconds(); second += 100) {
            clock.advance(Duration.ofSeconds(Math.min(100, span.toSeconds() - second)));
            attacker.heartbeats();
        }
    }

    @Nested
    class DatedBack {

        @Test
        void anAnswerWrittenAfterTheDeadlineDoesNotCount() throws Exception {
            Instant inTime = clock.instant();
            passes(Duration.ofMinutes(21));

            assertThat(attacker.sends(attacker.made(choosing("goes-first", "B"), inTime.plusSeconds(1_190))))
                    .containsExactly(HELD);
            assertThat(label("goes-first")).isEmpty();
            assertThat(held()).extracting(Held::reason).containsExactly(Held.Reason.DATED_BACK);
        }

        @Test
        void withinTheGraceAnAnswerCounts() throws Exception {
            passes(Duration.ofSeconds(30));
            clock.advance(Duration.ofSeconds(1));

            assertThat(attacker.sends(attacker.made(
                            choosing("goes-first", "B"), clock.instant().minusSeconds(5))))
                    .containsExactly(COUNTS);
            assertThat(attacker.sends(attacker.made(
                            choosing("goes-first", "C"), clock.instant().minusSeconds(7))))
                    .containsExactly(HELD);
        }

        @Test
        void aSectionThatWasGivenEndsWhatCanBeDatedBackWithoutAnyEntry() throws Exception {
            clock.advance(Duration.ofSeconds(100));
            Instant earlier = clock.instant().minusSeconds(60);
            assertThat(attacker.gets("").getStatus()).isEqualTo(200);

            assertThat(attacker.sends(attacker.made(choosing("goes-first", "B"), earlier)))
                    .containsExactly(HELD);
        }

        @Test
        void afterTheReceiptNothingCountsAndTheReceiptStaysAsItIs() throws Exception {
            passes(Duration.ofMinutes(3));
            attacker.sends(attacker.made(choosing("goes-first", "B")));
            Instant inTime = clock.instant();
            clock.advance(Duration.ofHours(3));
            MockHttpServletResponse receipt = attacker.gets("");
            assertThat(receipt.getContentAsString()).contains("class=\"digest\"");
            String hash = between(receipt.getContentAsString(), "class=\"digest\">", "<");

            assertThat(attacker.sends(attacker.made(choosing("goes-first", "C"), inTime.plusSeconds(1))))
                    .containsExactly(HELD);
            assertThat(attacker.gets("").getContentAsString()).contains("class=\"digest\">" + hash + "<");
            assertThat(label("goes-first")).isEqualTo("B");
        }

        @Test
        void anEntryOlderThanOneThatCameBeforeDoesNotCount() throws Exception {
            Entry earlier = attacker.made(choosing("goes-first", "B"));
            clock.advance(Duration.ofSeconds(2));
            attacker.sends(attacker.made(choosing("goes-first", "C")));

            assertThat(attacker.sends(earlier)).containsExactly(HELD);
            assertThat(held()).extracting(Held::reason).containsExactly(Held.Reason.OUT_OF_ORDER);
        }

        @Test
        void whatIsHeldStaysHeldWhenItIsSentAgain() throws Exception {
            passes(Duration.ofMinutes(2));
            Entry back =
                    attacker.made(choosing("goes-first", "B"), clock.instant().minusSeconds(60));
            attacker.sends(back);

            assertThat(attacker.sends(back)).containsExactly(HELD);
            assertThat(held()).hasSize(1);
        }
    }

    @Nested
    class AfterAnOutage {

        private Instant lost;

        @BeforeEach
        void theConnectionIsLost() throws Exception {
            attacker.heartbeats();
            lost = clock.instant();
            clock.advance(Duration.ofMinutes(10));
        }

        @Test
        void everythingMadeInItCounts() throws Exception {
            assertThat(attacker.sends(
                            attacker.made(choosing("goes-first", "B"), lost.plusSeconds(60)),
                            attacker.made(choosing("goes-first", "C"), lost.plusSeconds(300))))
                    .containsExactly(COUNTS, COUNTS);
            assertThat(label("goes-first")).isEqualTo("C");
        }

        @Test
        void whatNeedsSeveralBatchesCountsAsIfItHadComeWithTheFirst() throws Exception {
            Entry first = attacker.made(choosing("goes-first", "B"), lost.plusSeconds(60));
            Entry second = attacker.made(choosing("goes-first", "C"), lost.plusSeconds(300));
            Entry forged = attacker.made(choosing("goes-first", "A"), lost.plusSeconds(310));

            attacker.answer(List.of(Chain.digest(second)), first);
            clock.advance(Duration.ofSeconds(8));

            assertThat(attacker.sends(second)).containsExactly(COUNTS);
            assertThat(attacker.sends(forged)).containsExactly(HELD);
        }

        @Test
        void nothingNewIsGivenWhileEntriesWaitAndSoTheyStillCount() throws Exception {
            attacker.saysThatEntriesWait(true);
            assertThat(attacker.gets("").getContentAsString())
                    .contains("data-page=\"sending-first\"")
                    .doesNotContain("goes-first");
            assertThat(attacker.gets("/questions/goes-first").getStatus()).isEqualTo(425);
            assertThat(attacker.gets("/exhibits/heights").getStatus()).isIn(404, 425);

            assertThat(attacker.sends(attacker.made(choosing("goes-first", "B"), lost.plusSeconds(60))))
                    .containsExactly(COUNTS);
        }

        @Test
        void whatIsLeftInABrowserWithoutASignInIsTakenInByItsToken() throws Exception {
            Entry left = attacker.made(choosing("goes-first", "B"), lost.plusSeconds(60));
            String body = JsonMapper.shared()
                    .writeValueAsString(Map.of(
                            "seat", attacker.seat(),
                            "token", attacker.left(),
                            "entries", List.of(EntryCodec.toPlain(left))));

            mvc.perform(post("/left-behind/" + appointment.sitting())
                            .contentType(MediaType.APPLICATION_JSON)
                            .content(body.replace(attacker.left(), "0".repeat(64))))
                    .andExpect(status().isNotFound());
            mvc.perform(post("/left-behind/" + appointment.sitting())
                            .contentType(MediaType.APPLICATION_JSON)
                            .content(body))
                    .andExpect(status().isOk());
            assertThat(label("goes-first")).isEqualTo("B");
        }
    }

    @Nested
    class ASecondBrowser {

        private Seated second;

        @BeforeEach
        void signsIn() throws Exception {
            clock.advance(Duration.ofSeconds(30));
            second = new Seated(mvc, clock, appointment, token());
        }

        @Test
        void seesNoQuestionUntilItTakesTheSeat() throws Exception {
            assertThat(second.gets("").getContentAsString())
                    .contains("data-page=\"elsewhere\"")
                    .doesNotContain("goes-first", "room-data");
            assertThat(second.gets("/questions/goes-first").getStatus()).isEqualTo(409);
            assertThat(second.gets("/media/goes-first/0").getStatus()).isEqualTo(409);
            assertThat(second.gets("/events?seat=x").getStatus()).isEqualTo(409);

            second.takesTheSeat();
            assertThat(second.gets("").getContentAsString()).contains("goes-first");
            assertThat(attacker.gets("").getContentAsString()).contains("data-page=\"elsewhere\"");
        }

        @Test
        void standsInTheLedgerWithTheSeatItReplacesAndOnTheInvigilatorsPage() throws Exception {
            second.takesTheSeat();

            assertThat(ledgers.open(appointment, clock.instant())
                            .entries()
                            .getLast()
                            .act())
                    .isInstanceOfSatisfying(
                            Act.SeatTaken.class,
                            taken -> assertThat(taken.replaces()).contains(attacker.seat()));
            mvc.perform(get("/invigilation/list").with(user("INV-1").roles("INVIGILATOR")))
                    .andExpect(content().string(Matchers.containsString(appointment.candidate())));
        }

        @Test
        void whatTheFirstStillHoldsIsKeptForAPersonToDecide() throws Exception {
            Entry holds = attacker.made(choosing("goes-first", "B"));
            clock.advance(Duration.ofSeconds(10));
            second.takesTheSeat();

            MockHttpServletResponse answer = attacker.answer(holds);

            assertThat(answer.getStatus()).isEqualTo(409);
            assertThat(Seated.statuses(answer)).containsExactly(HELD);
            assertThat(held()).extracting(Held::reason).containsExactly(Held.Reason.FORMER_SEAT);
        }

        @Test
        void aThirdOneIsNobody() throws Exception {
            assertThat(second.answer(second.made(choosing("goes-first", "B"))).getStatus())
                    .isEqualTo(409);
            assertThat(held()).isEmpty();
        }
    }

    @Nested
    class OneBadEntry {

        @ParameterizedTest
        @ValueSource(
                strings = {
                    "null",
                    "{\"entries\":null}",
                    "{\"entries\":[null]}",
                    "{\"entries\":[{\"id\":\"e\",\"by\":\"candidate\",\"at\":-9007199254740993,\"kind\":\"review-opened\"}]}",
                    "{\"entries\":[{\"id\":\"e\",\"by\":\"candidate\",\"at\":-9223372036854775808,\"kind\":\"review-opened\"}]}",
                    "{\"entries\":[{\"id\":\"e\",\"by\":\"candidate\",\"at\":-1,\"kind\":\"review-opened\"}]}",
                    "{\"entries\":[{\"id\":\"e\",\"by\":\"candidate\",\"at\":9007199254740991,\"kind\":\"review-opened\"}]}",
                    "{\"entries\":[{\"id\":\"e\",\"by\":\"candidate\",\"at\":99999999999999999999,\"kind\":\"review-opened\"}]}",
                    "{\"entries\":[],\"waiting\":[\"short\"]}",
                    "{\"entries\":[],\"waiting\":[7]}",
                    "{\"entries\":[],\"waiting\":{}}"
                })
        void isRefusedAndHarmsNothing(String body) throws Exception {
            String with = body.equals("null") ? body : "{\"seat\":\"" + attacker.seat() + "\"," + body.substring(1);
            assertThat(attacker.raw(with).getStatus()).isEqualTo(400);

            assertThat(attacker.sends(attacker.made(choosing("goes-first", "B"))))
                    .containsExactly(COUNTS);
            assertThat(ledgers.export(appointment).toList())
                    .hasSize(
                            ledgers.open(appointment, clock.instant()).entries().size() + 1);
        }

        @Test
        void aWalkThroughTheSameQuestionFiveThousandTimesIsNoWalk() throws Exception {
            String ids = String.join(",", Collections.nCopies(5_000, "\"goes-first\""));
            assertThat(attacker.raw("{\"seat\":\"" + attacker.seat()
                                    + "\",\"entries\":[{\"id\":\"w\",\"by\":\"candidate\",\"at\":1,\"kind\":\"walk-begun\","
                                    + "\"subset\":\"chosen\",\"chosen\":[" + ids + "]}]}")
                            .getStatus())
                    .isEqualTo(400);
            assertThat(attacker.sends(attacker.made(new Act.WalkBegun(
                            Subset.CHOSEN,
                            IntStream.range(0, 3_000)
                                    .mapToObj(i -> new ItemId("question-number-" + i))
                                    .toList()))))
                    .containsExactly("refused too-long");
            assertThat(attacker.sends(
                            attacker.made(new Act.WalkBegun(Subset.CHOSEN, List.of(new ItemId("no-such-question"))))))
                    .containsExactly("refused unknown-question");
        }

        @Test
        void whatDoesNotFitALineIsRefusedAndWhatComesBehindItCounts() throws Exception {
            Entry tooLong = attacker.made(new Act.Answered(
                    new ItemId("goes-first"),
                    new ResponseId("R1"),
                    new Value(Value.Cardinality.SINGLE, Value.BaseType.STRING, List.of("\u0001".repeat(12_000)))));

            assertThat(attacker.sends(tooLong, attacker.made(choosing("goes-first", "B"))))
                    .satisfies(statuses -> assertThat(statuses.getFirst()).startsWith("refused"))
                    .last()
                    .isEqualTo(COUNTS);
        }

        @Test
        void aNumberOfASittingThatNobodyCanHaveIsNotFound() throws Exception {
            mvc.perform(get("/sittings/" + Long.MIN_VALUE)
                            .with(user(appointment.candidate()).roles("CANDIDATE")))
                    .andExpect(status().isNotFound());
            mvc.perform(get("/sittings/99999999999999999999")
                            .with(user(appointment.candidate()).roles("CANDIDATE")))
                    .andExpect(status().isBadRequest());
        }
    }

    @Nested
    class TooMuch {

        @Test
        void moreThanAPersonCanMakeIsPutOffAndNothingOfItKept() throws Exception {
            int before = ledgers.open(appointment, clock.instant()).entries().size();
            int status = 200;
            for (int batch = 0; batch < 30 && status == 200; batch++) {
                Entry[] many = new Entry[200];
                Arrays.setAll(many, i -> attacker.made(new Act.QuestionOpened(new ItemId("goes-first"))));
                status = attacker.answer(many).getStatus();
            }

            assertThat(status).isEqualTo(429);
            assertThat(ledgers.open(appointment, clock.instant()).entries()).hasSizeLessThan(before + 4_201);
            clock.advance(Duration.ofMinutes(1));
            assertThat(attacker.sends(attacker.made(choosing("goes-first", "B"))))
                    .containsExactly(COUNTS);
        }
    }

    @Nested
    class WhenAPersonDecides {

        private Entry back;

        @BeforeEach
        void anAnswerIsHeld() throws Exception {
            passes(Duration.ofMinutes(2));
            back = attacker.made(choosing("goes-first", "B"), clock.instant().minusSeconds(60));
            attacker.sends(back);
        }

        @Test
        void theEvidenceIsShownAndTheAnswerIsNot() throws Exception {
            for (String who : List.of("INVIGILATOR", "OFFICE")) {
                String number = who.equals("OFFICE") ? "OFF-1" : "INV-1";
                String base = who.equals("OFFICE") ? "/office/" : "/invigilation/";
                mvc.perform(get(base + appointment.sitting() + "/held")
                                .with(user(number).roles(who)))
                        .andExpect(status().isOk())
                        .andExpect(content().string(Matchers.containsString("dated before the last sign of life")))
                        .andExpect(content().string(Matchers.containsString("question 1")))
                        .andExpect(content().string(Matchers.not(Matchers.containsString("[B]"))));
            }
        }

        @Test
        void theEntryCountsAndTheLedgerNamesWhoSaidSo() throws Exception {
            mvc.perform(post("/office/" + appointment.sitting() + "/held/" + back.id())
                            .param("counts", "true")
                            .with(token())
                            .with(user("OFF-1").roles("OFFICE")))
                    .andExpect(redirectedUrl("/office/" + appointment.sitting() + "/held"))
                    .andExpect(flash().attribute("said", "counts"));

            assertThat(label("goes-first")).isEqualTo("B");
            assertThat(held().getFirst().decision().orElseThrow().person()).isEqualTo("Orla Menck");
            mvc.perform(post("/office/" + appointment.sitting() + "/held/" + back.id())
                            .param("counts", "false")
                            .with(token())
                            .with(user("OFF-1").roles("OFFICE")))
                    .andExpect(redirectedUrl("/office/" + appointment.sitting() + "/held"))
                    .andExpect(flash().attribute("said", "does-not-count"));
            assertThat(label("goes-first")).isEmpty();
        }

        @Test
        void candidatesDecideNothing() throws Exception {
            mvc.perform(post("/office/" + appointment.sitting() + "/held/" + back.id())
                            .param("counts", "true")
                            .with(token())
                            .with(user(appointment.candidate()).roles("CANDIDATE")))
                    .andExpect(status().isForbidden());
            assertThat(attacker.raw("{\"seat\":\"" + attacker.seat()
                                    + "\",\"entries\":[{\"id\":\"d\",\"by\":\"office\",\"at\":1,\"kind\":\"held-decided\","
                                    + "\"held\":\"" + back.id() + "\",\"counts\":true,\"person\":\"me\"}]}")
                            .getStatus())
                    .isEqualTo(400);
        }

        @Test
        void itStandsInTheAuditLog() throws Exception {
            mvc.perform(post("/invigilation/" + appointment.sitting() + "/held/" + back.id())
                    .param("counts", "true")
                    .with(token())
                    .with(user("INV-1").roles("INVIGILATOR")));

            mvc.perform(get("/office/audit.csv")
                            .param("what", "held-entry-decided")
                            .with(user("OFF-1").roles("OFFICE")))
                    .andExpect(content()
                            .string(Matchers.containsString(
                                    "\"INV-1\",\"invigilator\",\"127.0.0.1\",\"held-entry-decided\"," + "\"entry "
                                            + back.id() + ", sitting " + appointment.sitting() + "\",\"counts\"")));
        }
    }

    @Nested
    class ARecordingThatCanBePlayedOnce {

        private Seated listener;

        @BeforeEach
        void theLastBlockIsOpen() throws Exception {
            appointment = inCraft();
            listener = seated(appointment);
        }

        @Test
        void isFetchedWithATicketOnly() throws Exception {
            assertThat(listener.gets("/media/heard-draught/0").getStatus()).isEqualTo(404);
        }

        @Test
        void countsWithItsLastPartAndIsNotGivenTwice() throws Exception {
            String ticket =
                    between(listener.posts("/plays/heard-draught/PLAYS").getContentAsString(), "\"ticket\":\"", "\"");
            MockHttpServletResponse part = listener.gets("/plays/" + ticket + "/parts/0");

            assertThat(part.getStatus()).isEqualTo(200);
            assertThat(part.getContentAsByteArray()).hasSizeGreaterThan(1_000);
            assertThat(part.getHeader("Ledger-Entry")).contains("\"kind\":\"played\"");
            assertThat(listener.gets("/plays/" + ticket + "/parts/0").getStatus())
                    .as("a stalled transfer goes on")
                    .isEqualTo(200);
            assertThat(listener.gets("/plays/" + ticket + "/parts/1").getStatus())
                    .isEqualTo(409);
            assertThat(listener.posts("/plays/heard-draught/PLAYS").getStatus()).isEqualTo(404);
        }

        @Test
        void isNobodyElses() throws Exception {
            String ticket =
                    between(listener.posts("/plays/heard-draught/PLAYS").getContentAsString(), "\"ticket\":\"", "\"");
            Appointment other = inCraft();

            assertThat(seated(other).gets("/plays/" + ticket + "/parts/0").getStatus())
                    .isEqualTo(404);
        }
    }

    @Test
    void aSectionClosedAndOpenedLeavesNoWayBackIntoIt() throws Exception {
        Instant before = clock.instant();
        clock.advance(Duration.ofSeconds(3));
        attacker.sends(attacker.made(new Act.BlockClosed(new StageId("rules"))));

        assertThat(attacker.sends(attacker.made(choosing("goes-first", "B"), before.plusSeconds(1))))
                .containsExactly(HELD);
    }

    private static String between(String text, String start, String end) {
        int from = text.indexOf(start) + start.length();
        return text.substring(from, text.indexOf(end, from));
    }
}
