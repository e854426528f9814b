package dauntingledger.app.operations;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.matchesPattern;
import static org.hamcrest.Matchers.not;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.flash;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.header;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrl;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ExamServerTest;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.test.web.servlet.MockMvc;

class OperationsTest extends ExamServerTest {

    @Autowired
    private MockMvc mvc;

    @Value("${exam.data}")
    private Path data;

    @LocalServerPort
    private int port;

    private String bearer() throws IOException {
        return "Bearer " + Files.readString(data.resolve("operator.token"));
    }

    @Test
    void aCopyIsMadeByCommand() throws Exception {
        assertThat(BackupCommand.run(data.toString())).isZero();
        try (var copies = Files.list(data.resolve("backups"))) {
            assertThat(copies.max(Comparator.naturalOrder()).orElseThrow().toString())
                    .endsWith(".copy.zip");
        }
        assertThat(BackupCommand.run(data.resolve("elsewhere").toString())).isEqualTo(2);
        assertThat(BackupCommand.run()).isEqualTo(2);
    }

    @Test
    void aCopyIsMadeByPage() throws Exception {
        mvc.perform(post("/office/status/backup")
                        .with(user("OFF-1").roles("OFFICE"))
                        .with(token()))
                .andExpect(redirectedUrl("/office/status"))
                .andExpect(flash().attribute("said", "copied"));
        mvc.perform(get("/office/status").with(user("AUD-1").roles("AUDITOR")))
                .andExpect(status().isOk())
                .andExpect(content().string(containsString(".copy.zip")))
                .andExpect(content().string(not(containsString("/office/status/backup"))));
        mvc.perform(post("/office/status/backup")
                        .with(user("AUD-1").roles("AUDITOR"))
                        .with(token()))
                .andExpect(status().isForbidden());
    }

    @ParameterizedTest
    @ValueSource(strings = {"Bearer ", "Bearer 0000", "Basic b3BlcmF0b3I6"})
    void nobodyWithoutTheTokenGetsAnything(String header) throws Exception {
        mvc.perform(post("/operations/backup").header("Authorization", header)).andExpect(status().is3xxRedirection());
        mvc.perform(get("/operations/status").header("Authorization", header)).andExpect(status().is3xxRedirection());
        for (String role : List.of("CANDIDATE", "OFFICE", "INVIGILATOR")) {
            mvc.perform(get("/actuator/prometheus")
                            .header("Authorization", header)
                            .with(user("X-1").roles(role)))
                    .andExpect(status().isForbidden());
            mvc.perform(post("/operations/backup").with(user("X-1").roles(role)))
                    .andExpect(status().isForbidden());
        }
    }

    @Test
    void whoHasTheTokenMayNothingElse() throws Exception {
        for (String page : List.of("/office/exams", "/invigilation", "/")) {
            mvc.perform(get(page).header("Authorization", bearer()))
                    .andExpect(result -> assertThat(result.getResponse().getContentAsString())
                            .doesNotContain("BW-"));
        }
        mvc.perform(get("/office/exams").header("Authorization", bearer())).andExpect(status().isForbidden());
    }

    @Test
    void metricsTellOfTheExam() throws Exception {
        inRules();
        String metrics = mvc.perform(get("/actuator/prometheus").header("Authorization", bearer()))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();

        assertThat(metrics)
                .contains(
                        "exam_sittings{stage=\"in-progress\"}",
                        "exam_entries_total",
                        "exam_acknowledgement_seconds",
                        "exam_entries_held",
                        "exam_streams{kind=\"room\"}",
                        "exam_streams{kind=\"board\"}",
                        "exam_store_up 1.0",
                        "exam_sweep_lag_seconds")
                .doesNotContain("BW-");
        mvc.perform(get("/actuator/prometheus").with(user("AUD-1").roles("AUDITOR")))
                .andExpect(status().isOk());
    }

    @Test
    void theStateIsSaidInLines() throws Exception {
        mvc.perform(get("/operations/status").header("Authorization", bearer()))
                .andExpect(status().isOk())
                .andExpect(content().contentTypeCompatibleWith("text/plain"))
                .andExpect(content().string(containsString("\n- ")));
    }

    @Test
    void theLogIsJsonAndHoldsNoSecret() throws Exception {
        String pin = "864209753";
        mvc.perform(get("/invitation/secret-of-an-invitation"));
        mvc.perform(
                post("/sign-in").param("number", "BW-20417").param("pin", pin).with(token()));
        mvc.perform(post("/operations/backup").header("Authorization", bearer()));

        List<String> lines = Files.readAllLines(LOG);
        assertThat(lines).isNotEmpty().allMatch(line -> line.startsWith("{\"@timestamp\""));
        assertThat(String.join("\n", lines))
                .contains("\"id\":\"")
                .doesNotContain(pin, "secret-of-an-invitation", Files.readString(data.resolve("operator.token")));
    }

    @Test
    void eachRequestHasAName() throws Exception {
        mvc.perform(get("/sign-in").header(RequestIds.HEADER, "from-the-proxy-1"))
                .andExpect(header().string(RequestIds.HEADER, "from-the-proxy-1"));
        mvc.perform(get("/sign-in").header(RequestIds.HEADER, "bent\tname of \u00e9"))
                .andExpect(header().string(RequestIds.HEADER, matchesPattern("[0-9a-f]{24}")));
    }

    @Test
    void thePageOfAnErrorNamesItsRequest() throws Exception {
        HttpResponse<String> missing;
        try (HttpClient browser = HttpClient.newHttpClient()) {
            URI address = URI.create("http://localhost:" + port + "/assets/not-there.css");
            missing = browser.send(
                    HttpRequest.newBuilder(address)
                            .header("Accept", "text/html")
                            .build(),
                    HttpResponse.BodyHandlers.ofString());
        }
        String id = missing.headers().firstValue(RequestIds.HEADER).orElseThrow();

        assertThat(missing.statusCode()).isEqualTo(404);
        assertThat(missing.body()).contains(id);
    }
}
