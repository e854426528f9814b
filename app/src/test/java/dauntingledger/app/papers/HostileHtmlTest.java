package dauntingledger.app.papers;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Objects;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.safety.Safelist;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * What comes out of a text as HTML is held against somebody else's list of what is safe: jsoup's, and the elements of
 * mathematics and drawings that run nothing and fetch nothing.
 */
class HostileHtmlTest {

    private static final Safelist SAFE = Safelist.relaxed()
            .removeTags("a", "img")
            .addTags("s", "hr", "figure", "figcaption", "svg", "g", "path", "rect", "text", "math", "mi", "mtext")
            .addTags("annotation", "bdo")
            .addAttributes(":all", "title", "lang", "dir")
            .addAttributes("math", "display", "dir", "alttext")
            .addAttributes("path", "d")
            .addAttributes("rect", "fill");

    static Stream<String> corpus() throws IOException {
        try (InputStream in =
                Objects.requireNonNull(HostileHtmlTest.class.getResourceAsStream("/hostile/html.txt"), "the corpus")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .lines().filter(line -> !line.startsWith("#")).toList().stream();
        }
    }

    private static String written(String text) throws IOException {
        Problems problems = new Problems();
        ByteArrayOutputStream empty = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(empty)) {
            zip.putNextEntry(new ZipEntry("nothing.txt"));
        }
        PackageFiles files = PackageFiles.unpack(empty.toByteArray(), problems);
        XmlReader xml = new XmlReader(problems);
        return xml.read("text.xml", ("<div>" + text + "</div>").getBytes(StandardCharsets.UTF_8))
                .map(root -> new MarkupWriter(files, xml, problems).inside(root))
                .orElse("");
    }

    @ParameterizedTest
    @MethodSource("corpus")
    void bringsNothingIntoAPageThatRunsOrFetches(String text) throws IOException {
        String html = written(text);

        assertThat(Jsoup.isValid(html, SAFE)).as("what becomes of it: %s", html).isTrue();
    }

    @ParameterizedTest
    @MethodSource("corpus")
    void bringsNothingThatReadsOtherwiseThanItWasWritten(String text) throws IOException {
        Document read = Jsoup.parseBodyFragment(written(text));

        assertThat(read.head().children()).isEmpty();
        assertThat(read.select("script, iframe, object, embed, form, input, style, link, base, meta"))
                .isEmpty();
        for (Element element : read.getAllElements()) {
            assertThat(element.attributes().asList())
                    .as("attributes of %s", element)
                    .noneMatch(attribute -> attribute.getKey().startsWith("on")
                            || attribute.getValue().toLowerCase(Locale.ROOT).contains("javascript:"));
        }
    }

    @Test
    void leavesPlainTextAsItIs() throws IOException {
        assertThat(written("<p>plain <em>text</em> stays</p>")).isEqualTo("<p>plain <em>text</em> stays</p>");
        assertThat(Jsoup.parseBodyFragment(written("<p>&lt;script&gt;</p>")).text())
                .isEqualTo("<script>");
    }

    /** The check itself can fail. */
    @Test
    void wouldNoticeAScript() {
        assertThat(Jsoup.isValid("<p onclick=\"alert(1)\">x</p>", SAFE)).isFalse();
        assertThat(Jsoup.isValid("<script>alert(1)</script>", SAFE)).isFalse();
    }
}
