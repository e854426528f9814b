package dauntingledger.app.office;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.OfficeWork;
import dauntingledger.app.exams.Rosters;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.ledger.Terms;
import dauntingledger.app.office.SittingList.Filter;
import dauntingledger.app.office.SittingList.Line;
import dauntingledger.app.office.SittingList.Order;
import dauntingledger.app.search.SearchIndex;
import dauntingledger.app.signin.Candidate;
import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Progress;
import jakarta.persistence.EntityManager;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.transaction.support.TransactionTemplate;

/** What lists show of sittings: the same as their ledgers say, and found without reading them. */
class ListsTest extends OfficeWork {

    private static final Filter ALL = new Filter("", 0, Optional.empty(), false, Order.LATEST);

    @Autowired
    private SittingList list;

    @Autowired
    private SearchIndex index;

    @Autowired
    private EntityManager entities;

    @Autowired
    private TransactionTemplate transactions;

    @Autowired
    private MockMvc mvc;

    /** Returns the line of a sitting, and holds it against its ledger. */
    private Line line(Appointment sitting) {
        Line found = list.find(new Filter(sitting.candidate(), 0, Optional.empty(), false, Order.NUMBER), 0, 10)
                .getFirst();
        Ledgers.Opened opened = ledgers.open(sitting, clock.instant());
        assertThat(found.progress()).isEqualTo(opened.sitting().route().progress());
        assertThat(found.held()).isEqualTo(opened.waiting());
        return found;
    }

    @Test
    void followEveryStepOfASitting() {
        Appointment sitting = newAppointment("lightkeeper", Terms.OPEN.withCode("1"));
        assertThat(line(sitting).progress()).isEqualTo(Progress.BEFORE);

        Appointment licence = newAppointment();
        does(licence, new Act.StageOpened(new StageId("conduct")));
        assertThat(line(licence).progress()).isEqualTo(Progress.IN_PROGRESS);
        does(licence, new Act.NoticeDeclined(new StageId("conduct")));
        assertThat(line(licence).progress()).isEqualTo(Progress.DECLINED);

        Appointment ending = inRules();
        clock.advance(Duration.ofHours(9));
        ledgers.open(ending, clock.instant());
        line(ending);
    }

    @Test
    void sayOfEverySittingWhatItsLedgerSays() {
        inRules();
        Instant now = clock.instant();
        for (Line line : list.find(ALL, 0, 5_000)) {
            Appointment sitting =
                    appointments.find(new SittingId(line.sitting())).orElseThrow();
            ledgers.openIfReadable(sitting, now);
        }

        for (Line line : list.find(ALL, 0, 5_000)) {
            Appointment sitting =
                    appointments.find(new SittingId(line.sitting())).orElseThrow();
            Optional<Ledgers.Opened> opened = ledgers.openIfReadable(sitting, now);
            assertThat(line.readable()).isEqualTo(opened.isPresent());
            opened.ifPresent(read -> {
                assertThat(line.progress())
                        .as("sitting %s", line.sitting())
                        .isEqualTo(read.sitting().route().progress());
                assertThat(line.held()).isEqualTo(read.waiting());
            });
        }
    }

    @Test
    void areIndexedAnewAsAWhole() {
        transactions.executeWithoutResult(
                status -> entities.createNativeQuery("delete from search_word").executeUpdate());
        assertThat(index.find(SearchIndex.Kind.CANDIDATE, "varga", 5)).isEmpty();

        index.rebuild();

        assertThat(index.find(SearchIndex.Kind.PAPER, "licence", 5)).contains("pilot-licence");
        assertThat(index.find(SearchIndex.Kind.CANDIDATE, "varga thorne", 5)).contains("BW-20417");
        assertThat(index.find(SearchIndex.Kind.EXAM, "lightkeepers home", 5)).isNotEmpty();
    }

    @ParameterizedTest
    @CsvSource({"aasmundra ornvik", "Åsmundra", "ØRNVIK åsmundra", "strassholm", "STRASSHOLM", "BW-66001", "bw 66001"})
    void areSearchedWhateverAccentsAndCase(String text) {
        candidates.registerAll(List.of(new Candidate("BW-66001", "Åsmundra Ørnvik-Straßholm", "", "", "")));

        boolean found = index.find(SearchIndex.Kind.CANDIDATE, text, 10).contains("BW-66001");

        assertThat(found).isEqualTo(!text.equals("aasmundra ornvik"));
        assertThat(index.find(SearchIndex.Kind.CANDIDATE, "%", 10)).isEmpty();
        assertThat(index.find(SearchIndex.Kind.CANDIDATE, "zz' or 1=1 --", 10)).isEmpty();
    }

    @Test
    void areTakenOutAsAFileThatNoSpreadsheetRuns() throws Exception {
        candidates.registerAll(List.of(new Candidate("BW-66002", "=cmd()", "", "", "")));
        appointments.make("BW-66002", paper("pilot-licence"), "-1", Terms.OPEN);

        mvc.perform(get("/office/sittings.csv")
                        .param("text", "BW-66002")
                        .with(user("OFF-1").roles("OFFICE")))
                .andExpect(status().isOk())
                .andExpect(content().string(containsString("\"'=cmd()\"")))
                .andExpect(content().string(containsString("\"'-1\"")));
    }

    @Test
    void aRosterFileChangesNothingWhenItComesBackWhateverIsGranted() throws Exception {
        Exam exam = newExam(newRoom(2, 2).id());
        imports(exam, "number,name", nextNumber() + ",Ann");
        Appointment sitting = exams.roster(exam.id()).getFirst();
        Accommodations granted = new Accommodations(
                Rational.of(5, 4), Map.of(), Duration.ofMinutes(7), Map.of(), true, List.of("a lamp", "a ruler"));
        appointments.grant(sitting.sitting(), granted, Terms.Display.OWN);

        byte[] file = mvc.perform(get("/office/exams/" + exam.id() + "/roster.csv")
                        .with(user("OFF-1").roles("OFFICE")))
                .andReturn()
                .getResponse()
                .getContentAsByteArray();

        Rosters.Preview back = rosters.check(exam.id(), "roster.csv", file);
        assertThat(back.findings()).isEmpty();
        assertThat(back.isWithoutEffect()).isTrue();
        rosters.confirm(exam.id(), back.digest());
        assertThat(exams.roster(exam.id()).getFirst().terms().accommodations()).isEqualTo(granted);
    }

    @ParameterizedTest
    @ValueSource(strings = {"exams", "staff", "papers", "requests", "mail", "rooms", "sittings"})
    void canEachBeTakenOut(String name) throws Exception {
        mvc.perform(get("/office/" + name + ".csv").with(user("OFF-1").roles("OFFICE")))
                .andExpect(status().isOk())
                .andExpect(content().contentTypeCompatibleWith("text/csv"));
    }

    @Test
    void findWhatOneLooksFor() throws Exception {
        mvc.perform(get("/office/find")
                        .param("text", "lightkeep")
                        .with(user("OFF-1").roles("OFFICE")))
                .andExpect(content().string(containsString("Lightkeepers, at home")))
                .andExpect(content().string(containsString("Certificate of a lightkeeper")));
        mvc.perform(get("/office/find")
                        .param("text", "<b>nobody")
                        .with(user("OFF-1").roles("OFFICE")))
                .andExpect(content().string(containsString("Nothing was found for ‘&lt;b&gt;nobody’")));
    }
}
