package dauntingledger.app.requests;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.flash;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.header;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ExamServerTest;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.uploads.Document;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.apache.pdfbox.pdmodel.interactive.action.PDActionJavaScript;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.mock.web.MockMultipartFile;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;

class RequestTest extends ExamServerTest {

    @Autowired
    private MockMvc mvc;

    @Autowired
    private Requests requests;

    private ResultActions asks(Appointment sitting, String who, byte[] document) throws Exception {
        return mvc.perform(multipart("/sittings/" + sitting.sitting() + "/request")
                .file(new MockMultipartFile("document", "../note.exe", "text/plain", document))
                .param("text", "I need more time, <b>please</b>")
                .with(user(who).roles("CANDIDATE"))
                .with(token()));
    }

    private static byte[] pdf(boolean running, boolean locked) throws IOException {
        try (PDDocument document = new PDDocument()) {
            document.addPage(new PDPage());
            if (running) {
                document.getDocumentCatalog().setOpenAction(new PDActionJavaScript("app.alert('hello')"));
            }
            if (locked) {
                document.protect(new StandardProtectionPolicy("owner", "user", new AccessPermission()));
            }
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            document.save(out);
            return out.toByteArray();
        }
    }

    @Test
    void isDecidedByTheOfficeWithAReasonThatItsCandidateReads() throws Exception {
        Appointment sitting = newAppointment();
        asks(sitting, sitting.candidate(), pdf(true, false)).andExpect(flash().attribute("said", "sent"));
        RequestRecord request = requests.of(sitting.sitting()).getFirst();

        mvc.perform(get("/office/requests")
                        .param("request", String.valueOf(request.id()))
                        .with(user("OFF-1").roles("OFFICE")))
                .andExpect(content().string(containsString("I need more time, &lt;b&gt;please&lt;/b&gt;")));
        byte[] read = mvc.perform(get("/office/requests/" + request.id() + "/document")
                        .with(user("OFF-1").roles("OFFICE")))
                .andExpect(header().string("Content-Disposition", containsString("attachment")))
                .andExpect(header().string("X-Content-Type-Options", "nosniff"))
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
        try (PDDocument kept = Loader.loadPDF(read)) {
            assertThat(kept.getDocumentCatalog().getOpenAction())
                    .as("nothing runs")
                    .isNull();
        }
        decides(request, "GRANTED_IN_PART", "").andExpect(flash().attribute("said", "no-reason"));
        decides(request, "GRANTED_IN_PART", "A quarter more, no room of your own.")
                .andExpect(flash().attribute("said", "decided"));
        decides(request, "DECLINED", "No.").andExpect(flash().attribute("said", "decided-already"));

        mvc.perform(get("/sittings/" + sitting.sitting() + "/request")
                        .with(user(sitting.candidate()).roles("CANDIDATE")))
                .andExpect(content().string(containsString("Granted in part")))
                .andExpect(content().string(containsString("A quarter more")));
    }

    private ResultActions decides(RequestRecord request, String decision, String reason) throws Exception {
        return mvc.perform(post("/office/requests/" + request.id())
                .param("decision", decision)
                .param("reason", reason)
                .with(user("OFF-1").roles("OFFICE"))
                .with(token()));
    }

    @Test
    void isReadAndMadeByItsOwnCandidateAlone() throws Exception {
        Appointment sitting = newAppointment();
        Appointment other = newAppointment();

        asks(sitting, other.candidate(), new byte[0]).andExpect(status().isNotFound());
        mvc.perform(get("/sittings/" + sitting.sitting() + "/request")
                        .with(user(other.candidate()).roles("CANDIDATE")))
                .andExpect(status().isNotFound());
        assertThat(requests.of(sitting.sitting())).isEmpty();
    }

    @Test
    void takesOnlyDocumentsThatAreWhatTheyShouldBeAndKeepsWhatWasTyped() throws Exception {
        Appointment sitting = newAppointment();
        byte[] text = "%PDF-1.7 not really".getBytes(StandardCharsets.UTF_8);
        byte[] page = "<svg xmlns='http://www.w3.org/2000/svg'/>".getBytes(StandardCharsets.UTF_8);
        for (byte[] wrong : new byte[][] {text, page, pdf(false, true)}) {
            asks(sitting, sitting.candidate(), wrong)
                    .andExpect(status().isUnprocessableContent())
                    .andExpect(content().string(containsString("no PDF, PNG or JPEG")))
                    .andExpect(content().string(containsString("I need more time")));
        }
        asks(sitting, sitting.candidate(), new byte[Document.MOST_BYTES + 1])
                .andExpect(content().string(containsString("larger than 5 MB")));
        assertThat(requests.of(sitting.sitting())).isEmpty();
        for (int i = 0; i < Requests.MOST_OF_A_SITTING; i++) {
            asks(sitting, sitting.candidate(), new byte[0]).andExpect(flash().attribute("said", "sent"));
        }
        asks(sitting, sitting.candidate(), new byte[0]).andExpect(status().isUnprocessableContent());
    }

    @Test
    void writesAPictureAnew() throws IOException {
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(40, 30, BufferedImage.TYPE_INT_ARGB), "png", png);
        png.write("<script>alert(1)</script>".getBytes(StandardCharsets.UTF_8));

        Document document = Document.read(png.toByteArray()).orElseThrow();

        assertThat(document.type()).isEqualTo("image/jpeg");
        assertThat(new String(document.bytes(), StandardCharsets.ISO_8859_1)).doesNotContain("script");
    }
}
