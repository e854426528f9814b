package dauntingledger.app.office;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrl;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import com.google.zxing.BinaryBitmap;
import com.google.zxing.client.j2se.BufferedImageLuminanceSource;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.qrcode.QRCodeReader;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.OfficeWork;
import dauntingledger.app.exams.Rooms;
import dauntingledger.app.ledger.Appointment;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

class LettersTest extends OfficeWork {

    private static final Pattern PIN = Pattern.compile("PIN\\s+([0-9]{6})");

    @Autowired
    private MockMvc mvc;

    private Rooms.Room room;
    private Exam exam;

    @BeforeEach
    void makeAnExamOfTwo() {
        room = newRoom(2, 2);
        exam = newExam(room.id());
        int first = nextNumber();
        imports(
                exam,
                "number,name,room,seat,time_factor,language",
                first + ",Ann Å," + room.name() + ",A1,1.5,",
                nextNumber() + ",Bo," + room.name() + ",B2,,de");
    }

    private byte[] asOffice(MockHttpServletRequestBuilder request) throws Exception {
        return mvc.perform(request.with(user("OFF-1").roles("OFFICE")).with(token()))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
    }

    private byte[] letters(String to) throws Exception {
        return asOffice(post("/office/exams/" + exam.id() + "/letters").param("for", to));
    }

    private static List<String> pages(byte[] pdf) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            PDFTextStripper stripper = new PDFTextStripper();
            return IntStream.rangeClosed(1, document.getNumberOfPages())
                    .mapToObj(page -> {
                        stripper.setStartPage(page);
                        stripper.setEndPage(page);
                        try {
                            return stripper.getText(document);
                        } catch (IOException e) {
                            throw new IllegalStateException(e);
                        }
                    })
                    .toList();
        }
    }

    private void signsIn(String number, String pin, boolean lets) throws Exception {
        mvc.perform(post("/sign-in").with(token()).param("number", number).param("pin", pin))
                .andExpect(redirectedUrl(lets ? "/" : "/sign-in?wrong"));
    }

    private static String pin(String page) {
        Matcher found = PIN.matcher(page);
        assertThat(found.find()).as(page).isTrue();
        return found.group(1);
    }

    @Test
    void sayEverythingOnOnePageInTheLanguageOfEachAndThePinOnce() throws Exception {
        List<String> pages = pages(letters("WITHOUT_PIN"));
        List<Appointment> roster = exams.roster(exam.id());

        assertThat(pages).hasSize(2);
        assertThat(pages.getFirst())
                .contains("Letter of admission", roster.getFirst().candidate(), "Ann Å", room.name(), "A1")
                .contains("http://localhost")
                .containsPattern("Nobody is admitted\\s+from\\s+[0-9]{2}:[0-9]{2}\\s+on\\.")
                .contains("What you are granted");
        assertThat(pages.getLast()).contains("Zulassungsschreiben", "B2");
        signsIn(roster.getFirst().candidate(), pin(pages.getFirst()), true);

        mvc.perform(post("/office/exams/" + exam.id() + "/letters")
                        .param("for", "WITHOUT_PIN")
                        .with(user("OFF-1").roles("OFFICE"))
                        .with(token()))
                .andExpect(status().isNotFound());
        assertThat(pages(letters("ALL")))
                .allSatisfy(page -> assertThat(PIN.matcher(page).find()).isFalse());
        signsIn(roster.getFirst().candidate(), pin(pages.getFirst()), true);
    }

    @Test
    void giveANewPinToWhoHasLostTheirsAndEndTheOldOne() throws Exception {
        String old = pin(pages(letters("WITHOUT_PIN")).getFirst());
        Appointment sitting = exams.roster(exam.id()).getFirst();

        String anew = pin(pages(asOffice(post("/office/exams/" + exam.id() + "/letters/" + sitting.sitting())))
                .getFirst());

        signsIn(sitting.candidate(), old, false);
        signsIn(sitting.candidate(), anew, true);
        String again = pin(pages(letters("ALL_ANEW")).getFirst());
        signsIn(sitting.candidate(), anew, false);
        signsIn(sitting.candidate(), again, true);
    }

    @Test
    void haveASquareCodeOfTheAddressAndAreTagged() throws Exception {
        try (PDDocument document = Loader.loadPDF(letters("WITHOUT_PIN"))) {
            BufferedImage page = new PDFRenderer(document).renderImageWithDPI(0, 200);
            BufferedImage corner = page.getSubimage(page.getWidth() / 2, 0, page.getWidth() / 2, page.getHeight() / 4);
            String read = new QRCodeReader()
                    .decode(new BinaryBitmap(new HybridBinarizer(new BufferedImageLuminanceSource(corner))))
                    .getText();

            assertThat(read).startsWith("http://localhost").endsWith("/");
            assertThat(document.getDocumentCatalog().getMarkInfo().isMarked()).isTrue();
            assertThat(document.getDocumentCatalog().getStructureTreeRoot().getKids())
                    .isNotEmpty();
            document.getPage(0).getResources().getFontNames().forEach(name -> {
                try {
                    assertThat(document.getPage(0).getResources().getFont(name).isEmbedded())
                            .isTrue();
                } catch (IOException e) {
                    throw new IllegalStateException(e);
                }
            });
        }
    }

    @Test
    void comeWithWhatLiesAndHangsInTheRooms() throws Exception {
        String base = "/office/exams/" + exam.id();
        Set<String> codes = new HashSet<>(exam.codes().values());

        assertThat(pages(asOffice(get(base + "/attendance.pdf"))).getFirst())
                .contains("List of attendance", "Ann Å", "A1", "Bo");
        assertThat(pages(asOffice(get(base + "/plans.pdf"))).getFirst()).contains("A2", "Ann Å", "front of the room");
        assertThat(pages(asOffice(get(base + "/signs.pdf"))).getFirst()).contains(room.name(), "quiet");
        assertThat(pages(asOffice(get(base + "/envelope.pdf"))).getFirst()).contains(codes);
        mvc.perform(get(base + "/envelope.pdf").with(user("AUD-1").roles("STAFF", "AUDITOR")))
                .andExpect(status().isForbidden());
    }
}
