package dauntingledger.app.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import dauntingledger.app.exams.ResultsFixed;
import dauntingledger.app.invigilation.Hall;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.ToldMarks;
import dauntingledger.app.staff.Role;
import dauntingledger.rulebook.number.Rational;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.http.MediaType;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** From what was handed in to a certificate, and to another after an appeal: through the pages, by everybody who has a part. */
class AfterTheExamTest extends Hall {

    private static final Pattern KEY = Pattern.compile("\"key\":\"([0-9a-f]{32})\"");
    private static final Pattern APPEAL = Pattern.compile("/appeals/(\\d+)/");
    private static final String ALL_POINTS =
            "\"where\":\"1\",\"when\":\"1\",\"off\":\"1\",\"looked\":\"2\",\"survey\":\"1\"";
    private static final String TWO_POINTS = "\"where\":\"1\",\"off\":\"1\"";

    @Autowired
    private MockMvc mvc;

    @Autowired
    private ToldMarks marks;

    @Autowired
    private ResultsFixed fixed;

    @Value("${exam.data}")
    private Path data;

    @TempDir
    private Path folder;

    private byte[] answer(MockHttpServletRequestBuilder request, String person, String role) throws Exception {
        MockHttpServletResponse response = mvc.perform(
                        request.with(user(person).roles(role)).with(token()))
                .andReturn()
                .getResponse();
        assertThat(response.getStatus()).as(person).isLessThan(400);
        return response.getContentAsByteArray();
    }

    private String page(String address, String person, String role) throws Exception {
        return new String(answer(get(address), person, role), StandardCharsets.UTF_8);
    }

    private void office(String path, String... parameters) throws Exception {
        MockHttpServletRequestBuilder request = post("/office/exams/" + exam().id() + path);
        for (int i = 0; i < parameters.length; i += 2) {
            request.param(parameters[i], parameters[i + 1]);
        }
        answer(request, "OFF-1", "OFFICE");
    }

    /** Returns the candidate's document of the results as the standard reports them. */
    private String reported(Appointment of) throws Exception {
        byte[] zip = answer(get("/office/exams/" + exam().id() + "/results.zip"), "OFF-1", "OFFICE");
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                if (entry.getName().equals(of.candidate() + ".xml")) {
                    String document = new String(in.readAllBytes(), StandardCharsets.UTF_8);
                    return document.substring(document.indexOf("<itemResult identifier=\"report\""));
                }
            }
        }
        throw new AssertionError("the report has nothing of " + of.candidate());
    }

    private void marks(Role role, String marker, String points) throws Exception {
        String desk = "/marking/" + exam().id() + "/" + REPORT;
        Matcher key = KEY.matcher(page(desk, marker, role.name()));
        assertThat(key.find()).as("something lies on the desk of " + marker).isTrue();
        answer(
                post(desk + "/" + key.group(1))
                        .contentType(MediaType.APPLICATION_JSON)
                        .content("{\"points\":{" + points
                                + "},\"adjustment\":\"0\",\"reason\":\"\",\"remarks\":[],\"known\":[]}"),
                marker,
                role.name());
    }

    private String certificate(Appointment of) throws Exception {
        byte[] pdf = answer(get("/sittings/" + of.sitting() + "/certificate.pdf"), of.candidate(), "CANDIDATE");
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        int code = CertificateCommand.run(
                new PrintStream(out, true, StandardCharsets.UTF_8),
                Files.write(folder.resolve("certificate.pdf"), pdf).toString(),
                data.toString());
        assertThat(code).as(out.toString(StandardCharsets.UTF_8)).isZero();
        String address = PrintedCode.on(pdf);
        return address.substring(address.lastIndexOf('/'));
    }

    @Test
    void leadsToACertificateAndToAnotherAfterAnAppeal() throws Exception {
        firstKnowsAll = true;
        writeAndClose("She touched the ground, and came off by herself.", "");
        Appointment able = roster.getFirst();
        String result = "/sittings/" + able.sitting() + "/result";

        marks(Role.MARKER, marker(Role.MARKER), ALL_POINTS);
        marks(Role.MARKER, marker(Role.MARKER), TWO_POINTS);
        marks(Role.CHIEF_MARKER, marker(Role.CHIEF_MARKER), TWO_POINTS);
        office("/key/flashes-minute", "kind", "taken-out", "version", "1", "reason", "Nobody could know it.");
        office("/state", "to", "MARKED");
        office("/results");
        assertThat(marks.of(able)).as("before the release").isEqualTo(ToldMarks.Told.NOTHING);
        office("/state", "to", "RELEASED");
        assertThat(marks.of(able).given()).containsExactly(Map.entry(REPORT, Rational.of(2)));
        assertThat(marks.of(able).corrections()).hasSize(1);
        assertThat(fixed.of(exam(), able.sitting()).orElseThrow().most()).isEqualTo(Rational.of(142));
        assertThat(reported(able)).contains("identifier=\"report\"", "<value>2</value>");

        assertThat(page(result, able.candidate(), "CANDIDATE")).contains("Passed", "2 of 6 marks", "of 142 marks");
        String first = certificate(able);
        assertThat(page("/certificate" + first, "INV-1", "INVIGILATOR")).contains("Valid");

        answer(
                post("/sittings/" + able.sitting() + "/appeals")
                        .param("item", REPORT.value())
                        .param("reason", "The hull was looked at."),
                able.candidate(),
                "CANDIDATE");
        Matcher appeal = APPEAL.matcher(page("/office/exams/" + exam().id() + "/appeals", "OFF-1", "OFFICE"));
        assertThat(appeal.find()).isTrue();
        String again = marker(Role.MARKER);
        office("/appeals/" + appeal.group(1) + "/marker", "marker", again);
        marks(Role.MARKER, again, ALL_POINTS);
        office("/appeals/" + appeal.group(1) + "/decision", "outcome", "changed", "answer", "You are right.");

        assertThat(page(result, able.candidate(), "CANDIDATE")).contains("6 of 6 marks", "You are right.");
        assertThat(page("/certificate" + first, "INV-1", "INVIGILATOR")).contains("Replaced");
        String second = certificate(able);
        assertThat(second).isNotEqualTo(first);
        assertThat(page("/certificate" + second, "INV-1", "INVIGILATOR")).contains("Valid");
    }
}
