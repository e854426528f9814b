package dauntingledger.app.papers;

import static dauntingledger.app.papers.Attributes.required;
import static dauntingledger.app.papers.Attributes.word;
import static dauntingledger.app.papers.Attributes.words;

import dauntingledger.app.papers.PaperText.ExhibitText;
import dauntingledger.rulebook.paper.Equipment;
import dauntingledger.rulebook.paper.Exhibit;
import dauntingledger.rulebook.paper.ExhibitId;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.ItemSetId;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.paper.Tool;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Reads the tools and the exhibits of a package. A file must be what its name says, by its first bytes. */
final class ExhibitReader {

    private static final byte[] PDF = "%PDF-".getBytes(StandardCharsets.US_ASCII);
    private static final byte[] PNG = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'};
    private static final byte[] JPEG = {(byte) 0xff, (byte) 0xd8, (byte) 0xff};

    private final PackageFiles files;
    private final XmlReader xml;
    private final MarkupWriter markup;
    private final Problems problems;
    private final Map<ExhibitId, ExhibitText> texts = new LinkedHashMap<>();

    ExhibitReader(PackageFiles files, XmlReader xml, MarkupWriter markup, Problems problems) {
        this.files = files;
        this.xml = xml;
        this.markup = markup;
        this.problems = problems;
    }

    Map<ExhibitId, ExhibitText> texts() {
        return texts;
    }

    /**
     * Reads what a side file says of tools and exhibits; what is wrong with a file is noted.
     *
     * @throws IllegalArgumentException if an element is not well formed
     */
    Equipment equipment(XmlElement root) {
        Map<SectionId, Set<Tool>> tools = new LinkedHashMap<>();
        root.elements("section")
                .filter(section -> section.attribute("tools").isPresent())
                .forEach(section -> tools.put(new SectionId(required(section, "ref")), tools(section)));
        List<Exhibit> exhibits = new ArrayList<>();
        root.elements("exhibit").forEach(element -> exhibits.add(exhibit(element)));
        return new Equipment(tools, exhibits, word(root, "scratch", Equipment.Scratch.values(), "kept"));
    }

    private static Set<Tool> tools(XmlElement section) {
        Set<Tool> tools = EnumSet.noneOf(Tool.class);
        tools.addAll(words(section, "tools", Tool.values(), ""));
        return tools;
    }

    private Exhibit exhibit(XmlElement element) {
        ExhibitId id = new ExhibitId(required(element, "id"));
        String path = PackageFiles.resolve(element.file(), required(element, "href"));
        Exhibit.Kind kind = kind(path);
        Optional<byte[]> file = files.file(path);
        if (file.isEmpty()) {
            problems.add(element, "the exhibit '" + id + "' names the file '" + path + "', but the package has none");
        }
        file.ifPresent(bytes -> {
            switch (kind) {
                case PDF -> sent(element, id, path, bytes, "application/pdf", PDF);
                case IMAGE -> {
                    boolean png = path.endsWith(".png");
                    sent(element, id, path, bytes, png ? "image/png" : "image/jpeg", png ? PNG : JPEG);
                }
                case TABLE ->
                    xml.read(path, bytes).ifPresent(root -> texts.put(id, new ExhibitText.Html(markup.write(root))));
                case CHART ->
                    xml.read(path, bytes)
                            .ifPresent(root -> texts.put(
                                    id, new ExhibitText.Html(markup.drawing(root, required(element, "title")))));
            }
        });
        return new Exhibit(id, required(element, "title"), kind, scope(element));
    }

    private static Exhibit.Kind kind(String path) {
        String extension = path.substring(path.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
        return switch (extension) {
            case "pdf" -> Exhibit.Kind.PDF;
            case "png", "jpg", "jpeg" -> Exhibit.Kind.IMAGE;
            case "html", "xhtml" -> Exhibit.Kind.TABLE;
            case "svg" -> Exhibit.Kind.CHART;
            default ->
                throw new IllegalArgumentException(
                        "an exhibit is a file ending in .pdf, .png, .jpg, .html or .svg, but this is '" + path + "'");
        };
    }

    private void sent(XmlElement element, ExhibitId id, String path, byte[] bytes, String type, byte[] beginning) {
        if (bytes.length < beginning.length
                || Arrays.mismatch(bytes, 0, beginning.length, beginning, 0, beginning.length) >= 0) {
            problems.add(
                    element,
                    "the file '" + path + "' is not what its name says: it does not begin as " + type + " does");
            return;
        }
        texts.put(id, new ExhibitText.File(new Papers.Medium(type, bytes)));
    }

    private static Exhibit.Scope scope(XmlElement element) {
        List<String> named = Stream.of("of-section", "of-set", "of-question")
                .filter(name -> element.attribute(name).isPresent())
                .toList();
        if (named.size() > 1) {
            throw new IllegalArgumentException(
                    "an exhibit belongs to the whole exam or to one of a section, a set or a question, not to several");
        }
        if (named.isEmpty()) {
            return new Exhibit.WholeExam();
        }
        String value = required(element, named.getFirst());
        return switch (named.getFirst()) {
            case "of-section" -> new Exhibit.OfSection(new SectionId(value));
            case "of-set" -> new Exhibit.OfSet(new ItemSetId(value));
            default -> new Exhibit.OfItem(new ItemId(value));
        };
    }
}
