package dauntingledger.app.papers;

import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.springframework.web.util.HtmlUtils;

/**
 * Writes running text and figures as HTML, and nothing else: an element or attribute that is not on the lists is a
 * problem, and does not come through.
 */
final class MarkupWriter {

    private static final Set<String> HTML = words("""
            p div span em strong i b u s small sub sup br hr ul ol li dl dt dd table caption colgroup col thead tbody tfoot tr th td
            blockquote figure figcaption h1 h2 h3 h4 h5 h6 abbr kbd code samp var cite q dfn pre section article header
            footer ruby rt rp bdi bdo ins del address aside main nav mark time wbr
            """);
    private static final Set<String> HTML_ATTRIBUTES = words("colspan rowspan scope title lang dir start span headers");
    private static final Set<String> MATHML = words("""
            math mrow mi mn mo mtext ms mspace mfrac msqrt mroot msub msup msubsup munder mover munderover mmultiscripts
            mprescripts none mtable mtr mtd mstyle merror mpadded mphantom semantics annotation
            """);
    private static final Set<String> MATHML_ATTRIBUTES = words("""
            display displaystyle mathvariant scriptlevel stretchy symmetric fence separator form largeop movablelimits
            accent accentunder lspace rspace minsize maxsize width height depth linethickness columnalign rowspan
            columnspan dir alttext
            """);
    /** What styles a page or serves its own program says nothing here, and is left out without a word. */
    private static final Set<String> LEFT_OUT =
            words("class id role tabindex base label part slot xmlns schemaLocation");

    /** How pages were styled before there were styles. */
    private static final Set<String> OLD_STYLE = words("""
            align valign border cellpadding cellspacing bgcolor color nowrap width height char charoff abbr axis frame rules
            summary clear compact noshade size type value hspace vspace cite datetime
            """);

    private static final Set<String> SVG = Set.of(
            "svg",
            "g",
            "path",
            "line",
            "polyline",
            "polygon",
            "rect",
            "circle",
            "ellipse",
            "text",
            "tspan",
            "title",
            "desc",
            "defs",
            "marker",
            "pattern");
    private static final Set<String> SVG_ATTRIBUTES = Set.of(
            "viewBox",
            "width",
            "height",
            "x",
            "y",
            "x1",
            "y1",
            "x2",
            "y2",
            "cx",
            "cy",
            "r",
            "rx",
            "ry",
            "d",
            "points",
            "fill",
            "fill-opacity",
            "stroke",
            "stroke-width",
            "stroke-dasharray",
            "stroke-linecap",
            "stroke-linejoin",
            "opacity",
            "transform",
            "font-size",
            "font-weight",
            "text-anchor",
            "dominant-baseline",
            "dx",
            "dy",
            "id",
            "class",
            "orient",
            "refX",
            "refY",
            "markerWidth",
            "markerHeight",
            "marker-end",
            "marker-start",
            "patternUnits",
            "preserveAspectRatio");
    private static final Pattern AWAY = Pattern.compile("(?i)\\\\|(?:url|src|image|image-set|element)\\s*\\(");
    private static final Pattern WITHIN = Pattern.compile("url\\(#[A-Za-z][\\w-]*\\)");
    private static final Set<String> VOID = words("br hr col wbr");
    /** What is said to an answer; it is no part of a text that is read before. */
    static final Set<String> FEEDBACK = words("qti-modal-feedback qti-feedback-block qti-feedback-inline");

    private final PackageFiles files;
    private final XmlReader xml;
    private final Problems problems;
    private final Pictures pictures;
    private final Inline inline;

    MarkupWriter(PackageFiles files, XmlReader xml, Problems problems) {
        this(files, xml, problems, Pictures.NONE, (out, element) -> false);
    }

    private MarkupWriter(PackageFiles files, XmlReader xml, Problems problems, Pictures pictures, Inline inline) {
        this.files = files;
        this.xml = xml;
        this.problems = problems;
        this.pictures = pictures;
        this.inline = inline;
    }

    /** Writes what is no markup but stands in a text: boxes, gaps, words to choose. */
    @FunctionalInterface
    interface Inline {
        /** Returns whether {@code element} was written. */
        boolean write(StringBuilder out, XmlElement element);
    }

    /** Returns a writer for the text of a question: with pictures, and with what else may stand in it. */
    MarkupWriter inQuestion(Pictures itsPictures, Inline others) {
        return new MarkupWriter(files, xml, problems, itsPictures, others);
    }

    private static Set<String> words(String text) {
        return Set.of(text.strip().split("\\s+"));
    }

    /** Returns an element with all that is in it. */
    String write(XmlElement element) {
        StringBuilder out = new StringBuilder();
        html(out, element);
        return out.toString();
    }

    /** Returns what is inside an element. */
    String inside(XmlElement element) {
        StringBuilder out = new StringBuilder();
        children(out, element, false);
        return out.toString();
    }

    /** Returns plain text as it stands in a page. */
    String text(String plain) {
        return HtmlUtils.htmlEscape(plain, "UTF-8");
    }

    /** Returns a drawing as a figure that is said to show {@code alternative}. */
    String drawing(XmlElement root, String alternative) {
        StringBuilder out = new StringBuilder();
        figure(out, root, alternative);
        return out.toString();
    }

    private void html(StringBuilder out, XmlElement element) {
        if (FEEDBACK.contains(element.name()) || inline.write(out, element)) {
            return;
        }
        switch (element.name()) {
            case "svg" -> svg(out, element);
            case "img", "object" -> out.append(figure(element).html());
            case "a" -> {
                problems.note(element, "the link is taken away; its text stays");
                children(out, element, false);
            }
            case "qti-rubric-block" -> {
                if (isForCandidate(element)) {
                    children(out, element, false);
                }
            }
            case "qti-content-body" -> children(out, element, false);
            default -> {
                if (HTML.contains(element.name())) {
                    tagged(out, element, HTML_ATTRIBUTES, false);
                } else if (MATHML.contains(element.name())) {
                    tagged(out, element, MATHML_ATTRIBUTES, false);
                } else {
                    problems.add(element, "the element '" + element.name() + "' is not allowed in a text");
                }
            }
        }
    }

    /** A block of rubric is for those whose view it is. */
    static boolean isForCandidate(XmlElement rubric) {
        return rubric.attribute("view").orElse("candidate").contains("candidate");
    }

    private void children(StringBuilder out, XmlElement element, boolean inSvg) {
        for (Object child : element.children()) {
            switch (child) {
                case XmlElement inner when inSvg -> svg(out, inner);
                case XmlElement inner -> html(out, inner);
                default -> out.append(HtmlUtils.htmlEscape(child.toString(), "UTF-8"));
            }
        }
    }

    private void svg(StringBuilder out, XmlElement element) {
        if (SVG.contains(element.name())) {
            tagged(out, element, SVG_ATTRIBUTES, true);
        } else {
            problems.add(element, "the element '" + element.name() + "' is not allowed in a figure");
        }
    }

    private void tagged(StringBuilder out, XmlElement element, Set<String> attributes, boolean inSvg) {
        out.append('<').append(element.name());
        for (Map.Entry<String, String> attribute : element.attributes().entrySet()) {
            attribute(out, element, attribute, attributes);
        }
        out.append('>');
        if (!VOID.contains(element.name())) {
            children(out, element, inSvg);
            out.append("</").append(element.name()).append('>');
        }
    }

    private void attribute(
            StringBuilder out, XmlElement element, Map.Entry<String, String> attribute, Set<String> allowed) {
        String name = attribute.getKey();
        boolean leadsAway = allowed.equals(SVG_ATTRIBUTES) && leadsAway(attribute.getValue());
        if (allowed.contains(name) && !leadsAway) {
            write(out, name, attribute.getValue());
        } else if (name.equals("style")) {
            problems.note(element, "the style is left out");
        } else if (!leadsAway && HTML.contains(element.name()) && OLD_STYLE.contains(name)) {
            problems.note(element, "the attribute '" + name + "' is left out");
        } else if (leadsAway || !isLeftOut(name)) {
            problems.add(element, "the attribute '" + name + "' is not allowed on '" + element.name() + "'");
        }
    }

    /**
     * Returns whether a value may lead out of the page. Presentation attributes are read as CSS, where the name of a
     * function has capitals and escapes at will.
     */
    private static boolean leadsAway(String value) {
        return AWAY.matcher(value).find() && !WITHIN.matcher(value).matches();
    }

    private static boolean isLeftOut(String name) {
        return LEFT_OUT.contains(name) || name.startsWith("data-") || name.startsWith("aria-");
    }

    /**
     * A picture in a text.
     *
     * @param width in pixels, or 0 where neither the text nor the picture tells
     */
    record Figure(String html, int width, int height) {}

    /**
     * Returns the picture that an {@code img} or {@code object} names: a drawing goes into the page, so that it follows
     * the page's colours; any other picture is fetched by the page. What is wrong with it is noted.
     */
    Figure figure(XmlElement element) {
        String source =
                element.attribute("src").or(() -> element.attribute("data")).orElse("");
        String alternative = element.attribute("alt").orElseGet(element::text);
        String path = PackageFiles.resolve(element.file(), source);
        Optional<byte[]> file = files.file(path);
        if (file.isEmpty()) {
            problems.add(element, "the package has no picture '" + path + "'");
        } else if (alternative.isBlank()) {
            problems.add(element, "a picture needs a text in 'alt' that says what it shows");
        } else if (path.endsWith(".svg")) {
            return xml.read(path, file.get())
                    .map(root -> drawn(element, root, alternative))
                    .orElse(NOTHING);
        } else {
            return pictures.figure(element, path, file.get(), alternative, problems);
        }
        return NOTHING;
    }

    private static final Figure NOTHING = new Figure("", 0, 0);

    private Figure drawn(XmlElement element, XmlElement root, String alternative) {
        String[] box = root.attribute("viewBox").orElse("0 0 0 0").strip().split("[\\s,]+");
        return new Figure(
                drawing(root, alternative),
                size(element, "width", box.length == 4 ? box[2] : "0"),
                size(element, "height", box.length == 4 ? box[3] : "0"));
    }

    static int size(XmlElement element, String attribute, String otherwise) {
        String text = element.attribute(attribute).orElse(otherwise);
        int end = 0;
        while (end < text.length() && end < 5 && Character.isDigit(text.charAt(end))) {
            end++;
        }
        return end == 0 ? 0 : Integer.parseInt(text.substring(0, end));
    }

    private void figure(StringBuilder out, XmlElement root, String alternative) {
        if (!root.name().equals("svg")) {
            problems.add(root, "a drawing must begin with 'svg', but begins with '" + root.name() + "'");
            return;
        }
        out.append("<span class=\"figure\" role=\"img\"");
        write(out, "aria-label", alternative);
        out.append('>');
        svg(out, root);
        out.append("</span>");
    }

    static void write(StringBuilder out, String name, String value) {
        out.append(' ')
                .append(name)
                .append("=\"")
                .append(HtmlUtils.htmlEscape(value, "UTF-8"))
                .append('"');
    }
}
