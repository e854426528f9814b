package dauntingledger.app.office;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import com.google.zxing.BinaryBitmap;
import com.google.zxing.client.j2se.BufferedImageLuminanceSource;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.qrcode.QRCodeReader;
import dauntingledger.app.ExamServerTest;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Terms;
import dauntingledger.app.office.BookletLayout.Answer;
import dauntingledger.app.office.BookletLayout.Piece;
import dauntingledger.rulebook.number.CheckDigit;
import dauntingledger.rulebook.paper.ItemId;
import java.io.IOException;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;

/** The booklet that is answered in. */
class BookletTest extends ExamServerTest {

    @Autowired
    private MockMvc mvc;

    private ResultActions booklet(Appointment appointment, String role) throws Exception {
        return mvc.perform(get("/office/" + appointment.sitting() + "/booklet")
                .with(user(appointment.candidate()).roles(role)));
    }

    @Test
    void hasANameBlockAndSpaceUnderTheNumbersThatTheCandidateSees() throws Exception {
        Appointment appointment = newAppointment("lightkeeper", Terms.OPEN);
        byte[] pdf = booklet(appointment, "OFFICE")
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsByteArray();

        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(document.getNumberOfPages()).isEqualTo(3);
            assertThat(text(document, 1))
                    .contains("Answer booklet", "Candidate number", appointment.candidate(), "Page 1 of 3");
            assertThat(text(document, 2)).contains("Question 5 · marks: 6 · The watch from 20:00 to midnight");
            assertThat(text(document, 3)).contains("Question 6 · marks: 6 · The lamp from the side");
        }
    }

    @Test
    void hasACodeOnEveryPageThatACameraReads() throws Exception {
        Appointment appointment = newAppointment("lightkeeper", Terms.OPEN);
        byte[] pdf = booklet(appointment, "OFFICE").andReturn().getResponse().getContentAsByteArray();

        try (PDDocument document = Loader.loadPDF(pdf)) {
            for (int page = 1; page <= document.getNumberOfPages(); page++) {
                String code = new QRCodeReader()
                        .decode(new BinaryBitmap(new HybridBinarizer(new BufferedImageLuminanceSource(
                                new PDFRenderer(document).renderImageWithDPI(page - 1, 150)))))
                        .getText();
                assertThat(code)
                        .isEqualTo(new PageCode(appointment.sitting().value(), page).digits())
                        .satisfies(
                                digits -> assertThat(CheckDigit.isRight(digits)).isTrue());
                assertThat(text(document, page)).contains(code);
            }
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "12", "0000000007012x", "00000000070120"})
    void isNotKnownByACodeThatIsNone(String digits) {
        PageCode code = new PageCode(7, 12);
        assertThat(PageCode.read(code.digits())).contains(code);
        assertThat(digits).isNotEqualTo(code.digits());
        assertThat(PageCode.read(digits)).isEmpty();
    }

    @Test
    void isThereOnlyWhereSomethingIsAnsweredOnPaper() throws Exception {
        booklet(newAppointment("cadet-entrance", Terms.OPEN), "OFFICE").andExpect(status().isNotFound());
    }

    @ParameterizedTest
    @ValueSource(strings = {"CANDIDATE", "INVIGILATOR"})
    void isPrintedByTheOfficeOnly(String role) throws Exception {
        booklet(newAppointment("lightkeeper", Terms.OPEN), role).andExpect(status().isForbidden());
    }

    @Test
    void dealsLongAnswersOutToSeveralPagesAndKeepsShortOnesTogether() {
        List<List<Piece>> pages = BookletLayout.pages(List.of(answer(1, 4), answer(2, 5), answer(3, 40), answer(4, 0)));

        assertThat(pages)
                .allSatisfy(page -> assertThat(page)
                        .isNotEmpty()
                        .allSatisfy(piece ->
                                assertThat(piece.top() + piece.height()).isLessThanOrEqualTo(BookletLayout.FIELD)));
        assertThat(pages.getFirst())
                .extracting(piece -> piece.answer().number())
                .startsWith(1, 2, 3);
        assertThat(pages.stream()
                        .flatMap(List::stream)
                        .filter(piece -> piece.answer().number() == 3))
                .satisfies(pieces -> {
                    assertThat(pieces.stream().mapToInt(Piece::lines).sum()).isEqualTo(40);
                    assertThat(pieces).extracting(Piece::continued).startsWith(false, true);
                });
        assertThat(pages.getLast())
                .singleElement()
                .satisfies(piece -> assertThat(piece.height()).isEqualTo(BookletLayout.FIELD));
    }

    private static Answer answer(int number, int lines) {
        return new Answer(new ItemId("q" + number), "Section", number, "", "2", lines);
    }

    private static String text(PDDocument document, int page) throws IOException {
        PDFTextStripper stripper = new PDFTextStripper();
        stripper.setStartPage(page);
        stripper.setEndPage(page);
        return stripper.getText(document);
    }
}
