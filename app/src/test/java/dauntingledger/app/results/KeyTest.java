package dauntingledger.app.results;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.ExamChangeException;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.response.Choice;
import jakarta.servlet.http.Cookie;
import java.io.ByteArrayInputStream;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.xpath.XPath;
import javax.xml.xpath.XPathFactory;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;
import org.w3c.dom.Document;

/** A key that was wrong: what is seen before it is corrected, and what becomes of results and certificates. */
class KeyTest extends TwoAtHome {

    private static final Pattern VERSION = Pattern.compile("name=\"version\" value=\"(\\d+)\"");

    @Autowired
    private MockMvc mvc;

    @BeforeEach
    void close() {
        bringTo(exam, ExamState.CLOSED);
    }

    private ResultActions asOffice(MockHttpServletRequestBuilder request) throws Exception {
        return mvc.perform(request.with(user("OFF-1").roles("OFFICE")).with(token()));
    }

    private String key() {
        return "/office/exams/" + exam.id() + "/key";
    }

    private String page(String address) throws Exception {
        return asOffice(get(address))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    /** Returns the first question of which the paper wants a choice. */
    private String choice() {
        return papers.text(exam.paper())
                .paper()
                .items()
                .filter(item -> item.interactions().stream().anyMatch(Choice.class::isInstance))
                .findFirst()
                .orElseThrow()
                .id()
                .value();
    }

    private String decide(String kind, String reason, String version) throws Exception {
        Cookie[] said = asOffice(post(key() + "/" + choice())
                        .param("kind", kind)
                        .param("reason", reason)
                        .param("version", version))
                .andExpect(status().is3xxRedirection())
                .andReturn()
                .getResponse()
                .getCookies();
        return asOffice(get(key() + "/" + choice()).cookie(said))
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    private String score(Appointment of) throws Exception {
        return page("/office/exams/" + exam.id() + "/results.csv")
                .lines()
                .filter(line -> line.contains(of.candidate()))
                .findFirst()
                .orElseThrow();
    }

    private void workOut() throws Exception {
        asOffice(post("/office/exams/" + exam.id() + "/results")).andExpect(status().is3xxRedirection());
    }

    @Test
    void isSeenToChangeResultsBeforeItIsDecided() throws Exception {
        workOut();
        String before = score(passed);
        String seen = page(key() + "/" + choice() + "?kind=taken-out");

        assertThat(seen).contains("2 of 2 results change", "0 get more marks", "1 fewer", passed.candidate());
        workOut();
        assertThat(score(passed)).as("only looked at").isEqualTo(before);

        Matcher version = VERSION.matcher(seen);
        assertThat(version.find()).isTrue();
        assertThat(decide("taken-out", "It was asked in two ways.", version.group(1)))
                .contains("Decided.");
        workOut();
        assertThat(score(passed)).isNotEqualTo(before);
        assertThat(page(key())).contains("It was asked in two ways.", "counts for nobody");
        assertThat(page("/office/exams/" + exam.id() + "/results")).contains("key version 2");
        assertThat(page("/office/exams/" + exam.id() + "/keys/2.json"))
                .contains("daunting-ledger-key/1", "taken-out", choice());

        decide("as-it-was", "It was good after all.", "2");
        workOut();
        assertThat(score(passed)).isEqualTo(before);
    }

    @Test
    void isNotDecidedWithoutReasonNorTwiceAtOnce() throws Exception {
        assertThat(decide("taken-out", " ", "1")).contains("Say why");
        decide("taken-out", "It was wrong.", "1");
        assertThat(decide("all-right", "It was wrong.", "1"))
                .contains("Somebody else has decided")
                .contains("taken out");
        assertThat(page(key() + "/" + choice() + "?kind=within&response=RESPONSE&by=none"))
                .contains("A tolerance is a number above 0");
        assertThat(page(key() + "/" + choice() + "?kind=bent")).contains("no such correction");
        asOffice(get(key() + "/nowhere")).andExpect(status().isNotFound());
    }

    @Test
    void mustBeWhatFixedResultsStandUnder() throws Exception {
        bringTo(exam, ExamState.MARKED);
        workOut();
        decide("taken-out", "It was wrong.", "1");
        assertThatThrownBy(() -> exams.bring(exam.id(), ExamState.RELEASED)).isInstanceOf(ExamChangeException.class);
        workOut();
        exams.bring(exam.id(), ExamState.RELEASED);

        workOut();
        assertThat(page("/office/exams/" + exam.id() + "/results"))
                .as("nothing has changed")
                .contains("Fixed results, version 2");
        decide("as-it-was", "It was good.", "2");
        workOut();
        assertThat(page("/office/exams/" + exam.id() + "/results")).contains("Fixed results, version 3");
    }

    @Test
    void whoeverIsLeftOutMovesNobodyAndGetsNoResult() throws Exception {
        String results = "/office/exams/" + exam.id() + "/results";
        workOut();
        assertThat(score(passed)).contains("\"75.00\"");
        asOffice(post(results + "/left-out").param("number", "nobody").param("reason", "Ill"));
        assertThat(page(results)).contains("Nobody is left out");
        asOffice(post(results + "/left-out").param("number", failed.candidate()).param("reason", "Was not there."));
        workOut();
        assertThat(score(passed)).contains("\"50.00\"");
        assertThat(page(results + ".csv")).doesNotContain(failed.candidate());
        assertThat(page(results)).contains("Was not there.");
        bringTo(exam, ExamState.MARKED);
        bringTo(exam, ExamState.RELEASED);
        assertThat(mvc.perform(get("/sittings/" + failed.sitting() + "/result")
                                .with(user(failed.candidate()).roles("CANDIDATE")))
                        .andExpect(status().isOk())
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .contains("there is none for your sitting");

        asOffice(post(results + "/taken-in").param("sitting", failed.sitting().toString()));
        workOut();
        assertThat(score(passed)).contains("\"75.00\"");
    }

    @Test
    void resultsAreTakenOutAsTheStandardReportsThem() throws Exception {
        asOffice(get("/office/exams/" + exam.id() + "/results.zip")).andExpect(status().isNotFound());
        workOut();
        byte[] zip = asOffice(get("/office/exams/" + exam.id() + "/results.zip"))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
        Map<String, Document> reports = new TreeMap<>();
        DocumentBuilderFactory reader = DocumentBuilderFactory.newInstance();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                reports.put(
                        entry.getName(),
                        reader.newDocumentBuilder().parse(new ByteArrayInputStream(in.readAllBytes())));
            }
        }

        assertThat(reports.keySet()).containsExactly(passed.candidate() + ".xml", failed.candidate() + ".xml");
        Document report = requireNonNull(reports.get(passed.candidate() + ".xml"));
        assertThat(report.getDocumentElement().getTagName()).isEqualTo("assessmentResult");
        XPath path = XPathFactory.newInstance().newXPath();
        assertThat(path.evaluate("//testResult/outcomeVariable[@identifier='OUTCOME']/value", report))
                .isEqualTo("pass");
        assertThat(path.evaluate("count(//itemResult)", report))
                .isEqualTo(path.evaluate("count(//itemResult[outcomeVariable/@identifier='SCORE'])", report))
                .isNotEqualTo("0");
        assertThat(path.evaluate("//itemResult[@identifier='" + choice() + "']//candidateResponse/value", report))
                .isNotEmpty();
    }

    @Test
    void isShownToNobodyBeforeTheExamIsClosed() throws Exception {
        Exam open = newExam();
        String address = "/office/exams/" + open.id() + "/key";
        assertThat(page(address)).contains("once the exam is closed");
        asOffice(get(address + "/goes-first")).andExpect(status().isNotFound());
        mvc.perform(get(key()).with(user("INV-1").roles("INVIGILATOR"))).andExpect(status().isForbidden());
    }
}
