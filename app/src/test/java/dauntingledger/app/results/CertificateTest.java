package dauntingledger.app.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.not;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.marking.KeyVersions;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.scoring.Correction;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.test.web.servlet.MockMvc;

/** Certificates: who gets one, what its code leads to, and what a changed one is worth. */
class CertificateTest extends TwoAtHome {

    @Autowired
    private MockMvc mvc;

    @Autowired
    private Results results;

    @Autowired
    private KeyVersions keys;

    @Value("${exam.data}")
    private Path data;

    @TempDir
    private Path folder;

    @BeforeEach
    void release() {
        bringTo(exam, ExamState.CLOSED);
        bringTo(exam, ExamState.MARKED);
        bringTo(exam, ExamState.RELEASED);
    }

    private byte[] pdf() throws Exception {
        return mvc.perform(get("/sittings/" + passed.sitting() + "/certificate.pdf")
                        .with(user(passed.candidate()).roles("CANDIDATE")))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
    }

    private String page(String number) throws Exception {
        return mvc.perform(get("/certificate/" + number))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    private String verified(byte[] pdf, Path keys, int expected) throws IOException {
        Path file = Files.write(folder.resolve("certificate.pdf"), pdf);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        int code = CertificateCommand.run(
                new PrintStream(out, true, StandardCharsets.UTF_8), file.toString(), keys.toString());
        assertThat(code).isEqualTo(expected);
        return out.toString(StandardCharsets.UTF_8);
    }

    @Test
    void leadsWhoeverHasItToItsPageAndIsCheckedWithoutNetwork() throws Exception {
        byte[] pdf = pdf();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(new PDFTextStripper().getText(document))
                    .contains("Åse Ørn", exam.title(), "Passed", "With distinction");
        }
        String code = PrintedCode.on(pdf);
        String number = code.substring(code.lastIndexOf('/') + 1);

        assertThat(page(number)).contains("Valid", "Åse Ørn", exam.title()).doesNotContain(passed.candidate());
        assertThat(verified(pdf, data, 0)).contains(number, "Åse Ørn", "Passed");
        assertThat(PrintedCode.on(pdf())).as("it is made once").isEqualTo(code);
    }

    @Test
    void isForWhoHasPassedAlone() throws Exception {
        mvc.perform(get("/sittings/" + failed.sitting() + "/certificate.pdf")
                        .with(user(failed.candidate()).roles("CANDIDATE")))
                .andExpect(status().isNotFound());
        mvc.perform(get("/sittings/" + passed.sitting() + "/certificate.pdf")
                        .with(user(failed.candidate()).roles("CANDIDATE")))
                .andExpect(status().isNotFound());
        mvc.perform(get("/sittings/" + failed.sitting() + "/result")
                        .with(user(failed.candidate()).roles("CANDIDATE")))
                .andExpect(content().string(not(containsString("certificate.pdf"))));
    }

    @Test
    void isReplacedWhenTheResultIsAnotherAndWithdrawnByTheOffice() throws Exception {
        String code = PrintedCode.on(pdf());
        String first = code.substring(code.lastIndexOf('/') + 1);
        results.workOut(exams.find(exam.id()).orElseThrow(), "OFF-1");
        assertThat(page(first)).as("the result is the same").contains("Valid");
        assertThat(PrintedCode.on(pdf())).isEqualTo(code);

        ItemId item = papers.text(exam.paper())
                .paper()
                .items()
                .findFirst()
                .orElseThrow()
                .id();
        keys.decide(exam.id(), 1, List.of(new Correction.TakenOut(item)), "It was asked in two ways.", "OFF-1");
        results.workOut(exams.find(exam.id()).orElseThrow(), "OFF-1");
        assertThat(page(first)).contains("Replaced");

        code = PrintedCode.on(pdf());
        String second = code.substring(code.lastIndexOf('/') + 1);
        assertThat(second).isNotEqualTo(first);
        assertThat(page(second)).contains("Valid");
        mvc.perform(post("/office/exams/" + exam.id() + "/certificates")
                        .param("number", second.toLowerCase(Locale.ROOT))
                        .with(user("OFF-1").roles("OFFICE"))
                        .with(token()))
                .andExpect(status().is3xxRedirection());
        assertThat(page(second)).contains("Withdrawn");
        assertThat(page("2".repeat(12))).contains("Not known here");
    }

    @Test
    void doesNotHoldOnceItWasChanged() throws Exception {
        byte[] changed;
        try (PDDocument document = Loader.loadPDF(pdf());
                ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            String payload = document.getDocumentInformation().getCustomMetadataValue(Certificate.PAYLOAD);
            document.getDocumentInformation()
                    .setCustomMetadataValue(Certificate.PAYLOAD, payload.replace("Åse Ørn", "Bo"));
            document.save(out);
            changed = out.toByteArray();
        }
        assertThat(verified(changed, data, 1)).contains("does not hold");
        assertThat(verified(pdf(), folder, 2)).contains("no key");
        try (PDDocument empty = new PDDocument();
                ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            empty.addPage(new PDPage());
            empty.save(out);
            assertThat(verified(out.toByteArray(), data, 1)).contains("no certificate");
        }
    }

    @Test
    void isSignedWithAKeyThatItsOwnerAloneReads() throws IOException {
        Path keys = data.resolve("certificate-keys");
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(keys.resolve("current.key"))))
                .isEqualTo("rw-------");
        try (Stream<Path> files = Files.list(keys)) {
            assertThat(files).hasSize(2);
        }
    }
}
