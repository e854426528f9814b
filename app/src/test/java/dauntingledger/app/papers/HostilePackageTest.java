package dauntingledger.app.papers;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.app.papers.PackageRefusedException.Problem;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Named;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** The demo's licence paper, each time with one thing that must not come in, and what must be said about it. */
class HostilePackageTest {

    private static final String ITEM = "items/goes-first.xml";
    private static final String SIDE = "daunting-ledger.xml";
    private static final String FIGURE = "items/figures/heights.svg";

    private static Stream<Arguments> corpus() {
        List<Arguments> corpus = new ArrayList<>();
        identifiers(corpus);
        references(corpus);
        numbers(corpus);
        drawings(corpus);
        markup(corpus);
        files(corpus);
        documents(corpus);
        return corpus.stream();
    }

    private static void identifiers(List<Arguments> corpus) {
        hostile(
                corpus,
                "two items of a test",
                twice("test.xml", "identifier=\"past-moored\"", "identifier=\"goes-first\""),
                "used by two");
        hostile(
                corpus,
                "two item files",
                twice("items/past-moored.xml", "identifier=\"past-moored\"", "identifier=\"goes-first\""),
                "already");
        hostile(
                corpus,
                "two parts",
                twice("test.xml", "qti-test-part identifier=\"tides\"", "qti-test-part identifier=\"rules\""),
                "used by two");
        hostile(
                corpus,
                "two sections",
                twice("test.xml", "identifier=\"tides-section\"", "identifier=\"rules-section\""),
                "used by two");
        hostile(
                corpus,
                "a set and a section",
                twice("test.xml", "section identifier=\"water-rules\"", "section identifier=\"rules-section\""),
                "used by two");
        hostile(corpus, "two options", twice(ITEM, "identifier=\"C\"", "identifier=\"B\""), "used by two");
        hostile(
                corpus,
                "two responses",
                after(
                        ITEM,
                        "</qti-response-declaration>",
                        "<qti-response-declaration identifier=\"R1\" cardinality=\"single\" base-type=\"identifier\"/>"),
                "used by two");
        hostile(
                corpus,
                "two outcomes",
                after(
                        ITEM,
                        "base-type=\"float\"/>",
                        "<qti-outcome-declaration identifier=\"SCORE\" cardinality=\"single\" base-type=\"float\"/>"),
                "used by two");
        hostile(
                corpus,
                "two weights of one name",
                twice("test.xml", "identifier=\"PENALTY\" value=\"0.5\"", "identifier=\"MARKS\" value=\"0.5\""),
                "used by two");
        hostile(
                corpus,
                "two resources",
                p -> p.replacing(
                        "imsmanifest.xml",
                        "</resources>",
                        "<resource identifier=\"x\" type=\"webcontent\"/><resource identifier=\"x\" type=\"webcontent\"/></resources>"),
                "used by two");
        hostile(
                corpus,
                "two stages",
                twice(SIDE, "break id=\"rest\"", "break id=\"long-rest\""),
                "two stages have this identifier");
        hostile(corpus, "two exhibits", twice(SIDE, "exhibit id=\"curve\"", "exhibit id=\"heights\""), "heights");
        hostile(corpus, "an empty identifier", twice("test.xml", "identifier=\"goes-first\"", "identifier=\"\""), "");
        hostile(
                corpus,
                "an identifier with a line feed",
                twice("test.xml", "identifier=\"goes-first\"", "identifier=\"goes&#10;first\""),
                "");
        hostile(
                corpus,
                "an identifier of 500 letters",
                twice("test.xml", "identifier=\"goes-first\"", "identifier=\"" + "g".repeat(500) + "\""),
                "");
    }

    private static void references(List<Arguments> corpus) {
        hostile(
                corpus,
                "a section that includes itself",
                after(
                        "test.xml",
                        "title=\"Rules of the water\" visible=\"true\">",
                        "<qti-assessment-section-ref identifier=\"again\" href=\"test.xml\"/>"),
                "is not supported");
        hostile(
                corpus,
                "an item that is the test",
                twice("test.xml", "href=\"items/goes-first.xml\"", "href=\"test.xml\""),
                "qti-assessment-item");
        hostile(
                corpus,
                "an item that is not there",
                twice("test.xml", "href=\"items/goes-first.xml\"", "href=\"items/nowhere.xml\""),
                "no such file");
        hostile(
                corpus,
                "an item outside the package",
                twice("test.xml", "href=\"items/goes-first.xml\"", "href=\"../../etc/passwd\""),
                "no such file");
        hostile(
                corpus,
                "an item on another server",
                twice("test.xml", "href=\"items/goes-first.xml\"", "href=\"https://elsewhere.example/q.xml\""),
                "no such file");
        hostile(
                corpus,
                "a resource that is not there",
                p -> p.replacing(
                        "imsmanifest.xml",
                        "</resources>",
                        "<resource identifier=\"x\" type=\"webcontent\" href=\"nowhere.html\"/></resources>"),
                "no file");
        hostile(
                corpus,
                "a response that is not declared",
                twice(ITEM, "response-identifier=\"R1\"", "response-identifier=\"R9\""),
                "qti-response-declaration");
        hostile(
                corpus,
                "a key that is no option",
                twice(ITEM, "<qti-value>B</qti-value>", "<qti-value>Z</qti-value>"),
                "none that can be given");
        hostile(
                corpus,
                "a block of a part that is not there",
                twice(SIDE, "block part=\"tides\"", "block part=\"nowhere\""),
                "nowhere");
        hostile(corpus, "a part twice on the route", twice(SIDE, "block part=\"tides\"", "block part=\"rules\""), "");
        hostile(
                corpus,
                "a rule for a section that is not there",
                twice(SIDE, "section ref=\"rules-section\"", "section ref=\"nowhere\""),
                "nowhere");
        hostile(
                corpus,
                "an exhibit of a section that is not there",
                twice(SIDE, "of-section=\"tides-section\"", "of-section=\"nowhere\""),
                "belongs to no question");
        hostile(
                corpus,
                "an exhibit outside the package",
                twice(SIDE, "href=\"exhibits/heights.html\"", "href=\"../signing.key\""),
                "an exhibit is a file ending in");
        hostile(
                corpus,
                "a survey about nothing",
                twice(SIDE, "survey about=\"rules\"", "survey about=\"nowhere\""),
                "survey");
        hostile(
                corpus,
                "an inclusion by XInclude",
                after(
                        ITEM,
                        "<qti-item-body>",
                        "<include xmlns=\"http://www.w3.org/2001/XInclude\" href=\"../imsmanifest.xml\"/>"),
                "not supported");
    }

    private static void numbers(List<Arguments> corpus) {
        for (String seconds : List.of("-1200", "0", "1e400", "NaN", "", "1200s", "99999999999999999999", "0x10")) {
            hostile(
                    corpus,
                    "a time limit of '" + seconds + "'",
                    twice("test.xml", "max-time=\"1200\"", "max-time=\"" + seconds + "\""),
                    "");
        }
        hostile(
                corpus,
                "a negative limit on a section",
                after(
                        "test.xml",
                        "title=\"Rules of the water\" visible=\"true\">",
                        "<qti-time-limits max-time=\"-5\"/>"),
                "max-time");
        for (String marks : List.of("-2", "NaN", "1e999999999", "", "1/0", "two")) {
            hostile(
                    corpus,
                    "marks of '" + marks + "'",
                    twice(
                            "test.xml",
                            "identifier=\"MARKS\" value=\"2\"",
                            "identifier=\"MARKS\" value=\"" + marks + "\""),
                    "");
        }
        hostile(
                corpus,
                "a negative penalty",
                twice("test.xml", "identifier=\"PENALTY\" value=\"0.5\"", "identifier=\"PENALTY\" value=\"-0.5\""),
                "");
        for (String most : List.of("-1", "9", "99999999999", "1.5", "")) {
            hostile(
                    corpus,
                    "most choices of '" + most + "'",
                    twice(ITEM, "max-choices=\"1\"", "max-choices=\"" + most + "\""),
                    "");
        }
        hostile(
                corpus,
                "more choices at least than at most",
                twice(ITEM, "min-choices=\"1\"", "min-choices=\"3\""),
                "");
        hostile(
                corpus,
                "a length below nothing",
                twice("items/past-moored.xml", "expected-length=\"8\"", "expected-length=\"-8\""),
                "expected-length");
        hostile(
                corpus,
                "a negative late acceptance",
                twice(SIDE, "late-acceptance=\"PT20M\"", "late-acceptance=\"-PT20M\""),
                "late acceptance");
        hostile(
                corpus,
                "a late acceptance of years",
                twice(SIDE, "late-acceptance=\"PT20M\"", "late-acceptance=\"P900D\""),
                "late acceptance");
        hostile(
                corpus,
                "a grace of an hour",
                twice(SIDE, "late-acceptance=\"PT20M\"", "dating-grace=\"PT1H\""),
                "grace");
        hostile(corpus, "a break without length", twice(SIDE, "length=\"PT10M\"", "length=\"PT0S\""), "");
        hostile(
                corpus,
                "a warning above its limit",
                twice(SIDE, "warning left=\"PT5M\"", "warning left=\"PT5H\""),
                "warnings");
        hostile(corpus, "mixed units", twice(SIDE, "length=\"PT10M\"", "length=\"10\""), "span of time");
        hostile(corpus, "version 0", twice(SIDE, "version=\"5\"", "version=\"0\""), "version");
        hostile(corpus, "a version beyond numbers", twice(SIDE, "version=\"5\"", "version=\"99999999999\""), "version");
    }

    private static void drawings(List<Arguments> corpus) {
        for (String value : List.of(
                "url(https://elsewhere.example/a)",
                "URL(//elsewhere.example)",
                "uRl ( 'x' )",
                "\\75rl(x)",
                "image-set('x' 1x)",
                "src('x')",
                "url(#a) url(x)")) {
            hostile(
                    corpus,
                    "a drawing filled with " + value,
                    drawn("<rect fill=\"" + value + "\" width=\"1\" height=\"1\"/>"),
                    "'fill' is not allowed");
        }
        hostile(corpus, "a drawing with a script", drawn("<script>alert(1)</script>"), "script");
        hostile(
                corpus,
                "a drawing with a handler",
                drawn("<rect onload=\"alert(1)\" width=\"1\" height=\"1\"/>"),
                "onload");
        hostile(corpus, "a drawing with another document", drawn("<foreignObject/>"), "foreignObject");
        hostile(
                corpus,
                "a drawing that uses another",
                drawn("<use href=\"https://elsewhere.example/a.svg#b\"/>"),
                "use");
        hostile(
                corpus,
                "a drawing with a picture",
                drawn("<image href=\"https://elsewhere.example/a.png\"/>"),
                "image");
        hostile(
                corpus,
                "a drawing that moves",
                drawn("<animate attributeName=\"href\" to=\"javascript:alert(1)\"/>"),
                "animate");
    }

    private static void markup(List<Arguments> corpus) {
        for (String element :
                List.of("script", "iframe", "embed", "form", "link", "style", "meta", "base", "textarea")) {
            hostile(
                    corpus,
                    "a question with a '" + element + "'",
                    after(ITEM, "<qti-item-body>", "<" + element + "/>"),
                    element);
        }
        for (String attribute : List.of("onclick", "onerror", "srcdoc", "formaction", "xmlns:x")) {
            if (!attribute.startsWith("xmlns")) {
                hostile(
                        corpus,
                        "a paragraph with '" + attribute + "'",
                        after(ITEM, "<qti-item-body>", "<p " + attribute + "=\"alert(1)\">x</p>"),
                        attribute);
            }
        }
        hostile(
                corpus,
                "an operator of one's own",
                twice(
                        ITEM,
                        "</qti-item-body>",
                        "</qti-item-body><qti-response-processing><qti-custom-operator class=\"x\"/></qti-response-processing>"),
                "");
    }

    private static void files(List<Arguments> corpus) {
        for (String name : List.of(
                "picture.webp",
                "picture.png",
                "picture.jpg",
                "picture.gif",
                "sound.ogg",
                "sound.mp3",
                "sound.wav",
                "film.webm",
                "film.mp4",
                "exhibits/x.pdf")) {
            hostile(
                    corpus,
                    "a page called " + name,
                    p -> p.with(name, "<html><script>alert(1)</script></html>"),
                    "not what its name says");
        }
        hostile(
                corpus,
                "a picture called a sound",
                p -> p.with("sound/arrival.ogg", new byte[] {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 26, '\n'}),
                "not what its name says");
    }

    private static void documents(List<Arguments> corpus) {
        hostile(
                corpus,
                "an entity that grows",
                p -> p.with(ITEM, "<!DOCTYPE x [<!ENTITY a \"aaaaaaaaaa\"><!ENTITY b \"&a;&a;&a;&a;\">]><x>&b;</x>"),
                "");
        hostile(
                corpus,
                "an entity from a file",
                p -> p.with(ITEM, "<!DOCTYPE x [<!ENTITY a SYSTEM \"file:///etc/passwd\">]><x>&a;</x>"),
                "");
        hostile(corpus, "a document that is none", p -> p.with("test.xml", "not at all"), "");
        hostile(corpus, "a document without an end", p -> p.with("test.xml", "<qti-assessment-test"), "");
        hostile(corpus, "bytes that are no text", p -> p.with(ITEM, new byte[] {(byte) 0xC3, 0x28, 0, 1, 2}), "");
        hostile(corpus, "no manifest", p -> p.without("imsmanifest.xml"), "manifest");
        hostile(corpus, "a manifest of another kind", p -> p.with("imsmanifest.xml", "<html/>"), "must hold a test");
    }

    private static void hostile(List<Arguments> corpus, String name, UnaryOperator<Packages> change, String finding) {
        corpus.add(Arguments.of(Named.of(name, change), finding));
    }

    private static UnaryOperator<Packages> twice(String path, String what, String by) {
        return demo -> demo.replacing(path, what, by);
    }

    private static UnaryOperator<Packages> after(String path, String what, String more) {
        return demo -> demo.replacing(path, what, what + more);
    }

    private static UnaryOperator<Packages> drawn(String element) {
        return demo -> demo.with(
                FIGURE, "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 9 9\">" + element + "</svg>");
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("corpus")
    void isRefusedWithAFindingThatNamesItsPlace(UnaryOperator<Packages> change, String finding) {
        List<Problem> problems = change.apply(Packages.demo()).problems();

        assertThat(problems)
                .isNotEmpty()
                .allSatisfy(problem -> assertThat(problem.file()).isNotEmpty());
        assertThat(problems.toString().toLowerCase(Locale.ROOT)).contains(finding.toLowerCase(Locale.ROOT));
    }

    @Test
    void theCorpusIsLargeAndTheUnchangedPaperIsGood() {
        assertThat(corpus()).hasSizeGreaterThan(80);
        assertThat(Packages.demo().read().in("en").paper().items()).isNotEmpty();
    }

    @Test
    void nothingOfALinkThatIsAScriptReachesAPage() {
        ReadPaper read = Packages.demo()
                .replacing(ITEM, "<qti-item-body>", "<qti-item-body><p><a href=\"javascript:alert(1)\">x</a></p>")
                .read();

        assertThat(read.in("en").items().toString()).doesNotContain("javascript");
    }

    @Test
    void whatIsSkippedIsCountedWhenItIsInflated() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            zip.setLevel(Deflater.BEST_COMPRESSION);
            for (int i = 0; i < 40; i++) {
                zip.putNextEntry(new ZipEntry("../skipped-" + i));
                zip.write(new byte[4 << 20]);
                zip.closeEntry();
            }
        }
        Problems problems = new Problems();
        PackageFiles.unpack(out.toByteArray(), problems);

        assertThat(problems.count()).isLessThan(20);
    }

    @Test
    void aFileThatIsThereTwiceIsRefused() throws IOException {
        byte[] zip = Packages.empty()
                .with("imsmanifest.xml", "<a/>")
                .with("imsmanifest.xmX", "<b/>")
                .zip();
        byte[] twice = new String(zip, StandardCharsets.ISO_8859_1)
                .replace("imsmanifest.xmX", "imsmanifest.xml")
                .getBytes(StandardCharsets.ISO_8859_1);
        Problems problems = new Problems();
        PackageFiles.unpack(twice, problems);

        assertThat(problems.count()).isEqualTo(1);
    }

    private static final Pattern TOKEN = Pattern.compile("\"[^\"<>]*\"|<[a-z/][^>]*>");

    @Property(tries = 150)
    void aPackageMutatedAtRandomIsRefusedWithPlacesOrComesToAPaperThatGoesOutAndInAgain(@ForAll long seed)
            throws IOException {
        Random random = new Random(seed);
        byte[] zip = mutated(Packages.demo("lightkeeper").zip(), random);
        ReadPaper read;
        try {
            read = QtiPackageReader.read(zip);
        } catch (PackageRefusedException e) {
            assertThat(e.problems())
                    .isNotEmpty()
                    .allSatisfy(problem -> assertThat(problem.file()).isNotEmpty());
            return;
        }
        ReadPaper again = QtiPackageReader.read(PackageWriter.write(zip, read));
        assertThat(again.in("en").paper()).isEqualTo(read.in("en").paper());
        assertThat(again.key()).isEqualTo(read.key());
    }

    private static byte[] mutated(byte[] zip, Random random) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip));
                ZipOutputStream changed = new ZipOutputStream(out)) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                byte[] content = in.readAllBytes();
                changed.putNextEntry(new ZipEntry(entry.getName()));
                changed.write(random.nextInt(4) == 0 ? mutatedFile(content, random) : content);
                changed.closeEntry();
            }
        }
        return out.toByteArray();
    }

    private static byte[] mutatedFile(byte[] content, Random random) {
        if (random.nextInt(3) == 0 && content.length > 0) {
            byte[] bytes = Arrays.copyOf(content, content.length);
            bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
            return bytes;
        }
        String text = new String(content, StandardCharsets.UTF_8);
        List<int[]> tokens = new ArrayList<>();
        Matcher matcher = TOKEN.matcher(text);
        while (matcher.find()) {
            tokens.add(new int[] {matcher.start(), matcher.end()});
        }
        if (tokens.isEmpty()) {
            return content;
        }
        int[] token = tokens.get(random.nextInt(tokens.size()));
        int[] other = tokens.get(random.nextInt(tokens.size()));
        String by = random.nextBoolean() ? text.substring(other[0], other[1]) : "";
        return (text.substring(0, token[0]) + by + text.substring(token[1])).getBytes(StandardCharsets.UTF_8);
    }
}
