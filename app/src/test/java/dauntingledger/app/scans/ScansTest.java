package dauntingledger.app.scans;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.invigilation.Hall;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.office.Booklets;
import dauntingledger.app.staff.Role;
import dauntingledger.rulebook.paper.ItemId;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.regex.Pattern;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.image.JPEGFactory;
import org.apache.pdfbox.rendering.ImageType;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.mock.web.MockMultipartFile;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** Booklets are printed, 'scanned' (turned, skewed, noisy, in no order), and taken in again. */
class ScansTest extends Hall {

    private static final ItemId SKETCH = new ItemId("sketch-paper");
    private static final Pattern KEYS = Pattern.compile("\"pictures\":\\[\"(/marking/[^\"]+\\.jpg)\"");

    @Autowired
    private MockMvc mvc;

    @Autowired
    private Scans scans;

    @Autowired
    private Booklets booklets;

    @BeforeEach
    void handIn() {
        onPaper = Set.of(SKETCH);
        writeAndClose("", "");
    }

    private ResultActions asOffice(MockHttpServletRequestBuilder request) throws Exception {
        return mvc.perform(request.with(user("OFF-1").roles("OFFICE")).with(token()));
    }

    private String scansPage() {
        return "/office/exams/" + exam().id() + "/scans";
    }

    private String page() throws Exception {
        return asOffice(get(scansPage())).andReturn().getResponse().getContentAsString();
    }

    /** Returns the pages of a booklet as pictures, a black mark in the middle of the first answer. */
    private List<BufferedImage> printed(Appointment sitting) throws Exception {
        byte[] pdf = asOffice(get("/office/" + sitting.sitting() + "/booklet"))
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
        List<BufferedImage> pages = new ArrayList<>();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            for (int i = 0; i < document.getNumberOfPages(); i++) {
                pages.add(new PDFRenderer(document).renderImageWithDPI(i, 200, ImageType.GRAY));
            }
        }
        Booklets.Region region = booklets.regions(sitting).getFirst();
        float dot = 200 / 72f;
        Graphics2D on = pages.get(region.page() - 1).createGraphics();
        on.setColor(Color.BLACK);
        on.fillRect(
                Math.round((region.x() + region.width() / 2 - 20) * dot),
                Math.round((region.y() + region.height() / 2 - 20) * dot),
                Math.round(40 * dot),
                Math.round(40 * dot));
        on.dispose();
        return pages;
    }

    /** Turns a page on a larger glass, and lets grains of dust fall on it. */
    private static BufferedImage scanned(BufferedImage page, double degrees, long seed) {
        int side = (int) Math.ceil(Math.hypot(page.getWidth(), page.getHeight()));
        BufferedImage glass = new BufferedImage(side, side, BufferedImage.TYPE_BYTE_GRAY);
        Graphics2D on = glass.createGraphics();
        on.setColor(Color.WHITE);
        on.fillRect(0, 0, side, side);
        on.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
        on.translate(side / 2.0, side / 2.0);
        on.rotate(Math.toRadians(degrees));
        on.translate(-page.getWidth() / 2.0, -page.getHeight() / 2.0);
        on.drawImage(page, 0, 0, null);
        on.dispose();
        Random random = new Random(seed);
        for (int i = 0; i < side * side / 50; i++) {
            int grey = random.nextInt(256);
            glass.setRGB(random.nextInt(side), random.nextInt(side), new Color(grey, grey, grey).getRGB());
        }
        return glass;
    }

    private static byte[] pdf(List<BufferedImage> pages) throws IOException {
        try (PDDocument document = new PDDocument();
                ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            for (BufferedImage page : pages) {
                float width = page.getWidth() * 72 / 200f;
                float height = page.getHeight() * 72 / 200f;
                PDPage sheet = new PDPage(new PDRectangle(width, height));
                document.addPage(sheet);
                try (PDPageContentStream on = new PDPageContentStream(document, sheet)) {
                    on.drawImage(JPEGFactory.createFromImage(document, page, 0.8f), 0, 0, width, height);
                }
            }
            document.save(out);
            return out.toByteArray();
        }
    }

    private void takesIn(String name, byte[] file) throws Exception {
        mvc.perform(multipart(scansPage())
                        .file(new MockMultipartFile("file", name, "application/octet-stream", file))
                        .with(user("OFF-1").roles("OFFICE"))
                        .with(token()))
                .andExpect(status().is3xxRedirection());
    }

    @Test
    void findsEveryPageHoweverItLiesAndShowsTheAnswerToTheMarker() throws Exception {
        List<BufferedImage> pages = new ArrayList<>();
        double[] turns = {90, 182.5, -3.5, 45};
        for (Appointment sitting : roster) {
            for (BufferedImage page : printed(sitting)) {
                pages.add(scanned(page, turns[pages.size() % turns.length], pages.size()));
            }
        }
        Collections.shuffle(pages, new Random(3));
        takesIn("morning.pdf", pdf(pages));

        assertThat(scans.of(exam().id())).hasSize(pages.size());
        assertThat(scans.gaps(exam().id()).unknown()).isEmpty();
        assertThat(scans.gaps(exam().id()).twice()).isEmpty();
        assertThat(scans.gaps(exam().id()).missing()).isEmpty();

        String marker = marker(Role.MARKER);
        String desk = mvc.perform(get("/marking/" + exam().id() + "/" + SKETCH)
                        .with(user(marker).roles("MARKER")))
                .andReturn()
                .getResponse()
                .getContentAsString();
        List<String> pictures =
                KEYS.matcher(desk).results().map(found -> found.group(1)).toList();
        assertThat(pictures).hasSize(roster.size());
        for (String address : pictures) {
            BufferedImage answer = ImageIO.read(new ByteArrayInputStream(
                    mvc.perform(get(address).with(user(marker).roles("MARKER")))
                            .andExpect(status().isOk())
                            .andReturn()
                            .getResponse()
                            .getContentAsByteArray()));
            assertThat(dark(answer, 0.5, 0.5)).as("the mark").isTrue();
            assertThat(dark(answer, 0.25, 0.5)).as("beside it").isFalse();
        }
        mvc.perform(get(pictures.getFirst().replace("0.jpg", "7.jpg"))
                        .with(user(marker).roles("MARKER")))
                .andExpect(status().isNotFound());
    }

    private static BufferedImage turnedLeft(BufferedImage page) {
        BufferedImage turned = new BufferedImage(page.getHeight(), page.getWidth(), BufferedImage.TYPE_BYTE_GRAY);
        for (int x = 0; x < page.getWidth(); x++) {
            for (int y = 0; y < page.getHeight(); y++) {
                turned.setRGB(y, page.getWidth() - 1 - x, page.getRGB(x, y));
            }
        }
        return turned;
    }

    private static boolean dark(BufferedImage picture, double x, double y) {
        int at = picture.getRGB((int) (picture.getWidth() * x), (int) (picture.getHeight() * y));
        return (at & 0xff) < 128;
    }

    @Test
    void whatIsNotClearIsListedAndPutRightByHand() throws Exception {
        Appointment first = roster.getFirst();
        List<BufferedImage> pages = printed(first);
        BufferedImage torn = pages.get(1);
        Graphics2D on = torn.createGraphics();
        on.setColor(Color.WHITE);
        on.fillRect(0, 0, torn.getWidth(), 400);
        on.dispose();
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(turnedLeft(torn), "png", png);
        takesIn("torn.png", png.toByteArray());
        takesIn("cover.pdf", pdf(List.of(pages.getFirst(), pages.getFirst())));

        Scans.Gaps gaps = scans.gaps(exam().id());
        assertThat(gaps.unknown()).hasSize(1);
        assertThat(gaps.twice()).hasSize(2);
        assertThat(gaps.missing()).extracting(Scans.Missing::sitting).contains(first, roster.getLast());
        assertThat(page()).contains("torn.png", "cover.pdf", first.candidate());

        long unknown = gaps.unknown().getFirst().id();
        asOffice(get(scansPage() + "/" + unknown + ".jpg")).andExpect(status().isOk());
        asOffice(post(scansPage() + "/" + unknown).param("number", "nobody").param("of", "2"));
        assertThat(scans.gaps(exam().id()).unknown()).hasSize(1);
        asOffice(post(scansPage() + "/" + unknown)
                .param("number", first.candidate())
                .param("of", "2")
                .param("turns", "1"));
        asOffice(post(scansPage() + "/" + gaps.twice().getLast().id() + "/discard"));

        gaps = scans.gaps(exam().id());
        assertThat(gaps.unknown()).isEmpty();
        assertThat(gaps.twice()).isEmpty();
        assertThat(gaps.missing()).extracting(Scans.Missing::sitting).doesNotContain(first);
        List<Scans.Part> parts = scans.parts(first, SKETCH);
        assertThat(parts).hasSize(1);
        BufferedImage answer = ImageIO.read(new ByteArrayInputStream(scans.picture(parts.getFirst())));
        assertThat(dark(answer, 0.5, 0.5)).as("the mark").isTrue();
        assertThat(dark(answer, 0.5, 0.25)).as("above it").isFalse();
    }

    @Test
    void takesNothingInThatIsNoScan() throws Exception {
        takesIn("notes.txt", "No picture at all.".getBytes(StandardCharsets.UTF_8));
        ByteArrayOutputStream large = new ByteArrayOutputStream();
        try (PDDocument document = new PDDocument()) {
            document.addPage(new PDPage());
            document.addPage(new PDPage(new PDRectangle(14_000, 14_000)));
            document.save(large);
        }
        takesIn("large.pdf", large.toByteArray());
        takesIn("broken.pdf", "%PDF-1.7 and nothing more".getBytes(StandardCharsets.UTF_8));
        assertThat(scans.of(exam().id())).isEmpty();
        mvc.perform(get(scansPage()).with(user("INV-1").roles("INVIGILATOR"))).andExpect(status().isForbidden());
        asOffice(get(scansPage() + "/999999.jpg")).andExpect(status().isNotFound());
        asOffice(get(scansPage())).andExpect(content().string(containsString("None has been taken in yet")));
    }
}
