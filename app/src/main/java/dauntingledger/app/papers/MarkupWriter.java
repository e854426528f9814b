package dauntingledger.app.papers;

import java.util.Map;
import java.util.Set;
import org.springframework.web.util.HtmlUtils;

/**
 * Writes running text and figures as HTML, and nothing else: an element or attribute that is not on the lists is a
 * problem, and does not come through.
 */
final class MarkupWriter {

    private static final Set<String> HTML = Set.of(
            "p",
            "div",
            "span",
            "em",
            "strong",
            "i",
            "b",
            "sub",
            "sup",
            "br",
            "ul",
            "ol",
            "li",
            "dl",
            "dt",
            "dd",
            "table",
            "caption",
            "thead",
            "tbody",
            "tfoot",
            "tr",
            "th",
            "td",
            "blockquote",
            "figure",
            "figcaption",
            "h2",
            "h3",
            "abbr",
            "kbd");
    private static final Set<String> HTML_ATTRIBUTES = Set.of("colspan", "rowspan", "scope", "title", "lang", "dir");
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
    private static final Set<String> VOID = Set.of("br");

    private final PackageFiles files;
    private final XmlReader xml;
    private final Problems problems;

    MarkupWriter(PackageFiles files, XmlReader xml, Problems problems) {
        this.files = files;
        this.xml = xml;
        this.problems = problems;
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

    /** Returns a drawing as a figure that is said to show {@code alternative}. */
    String drawing(XmlElement root, String alternative) {
        StringBuilder out = new StringBuilder();
        figure(out, root, alternative);
        return out.toString();
    }

    private void html(StringBuilder out, XmlElement element) {
        switch (element.name()) {
            case "svg" -> svg(out, element);
            case "img" -> image(out, element);
            case "qti-text-entry-interaction" -> box(out, element);
            default -> {
                if (HTML.contains(element.name())) {
                    tagged(out, element, HTML_ATTRIBUTES, false);
                } else {
                    problems.add(element, "the element '" + element.name() + "' is not allowed in a text");
                }
            }
        }
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
        boolean leadsAway =
                attribute.getValue().contains("url(") && !attribute.getValue().startsWith("url(#");
        if (!allowed.contains(attribute.getKey()) || leadsAway) {
            problems.add(
                    element, "the attribute '" + attribute.getKey() + "' is not allowed on '" + element.name() + "'");
            return;
        }
        write(out, attribute.getKey(), attribute.getValue());
    }

    /** Puts the drawing that an image names into the page, so that it follows the page's colours. */
    private void image(StringBuilder out, XmlElement element) {
        String source = element.attribute("src").orElse("");
        String alternative = element.attribute("alt").orElse("");
        String path = PackageFiles.resolve(element.file(), source);
        if (!source.endsWith(".svg")) {
            problems.add(element, "a figure must be an SVG drawing (*.svg), but is '" + source + "'");
        } else if (alternative.isBlank()) {
            problems.add(element, "a figure needs a text in 'alt' that says what it shows");
        } else {
            files.file(path)
                    .flatMap(drawing -> xml.read(path, drawing))
                    .ifPresentOrElse(
                            root -> figure(out, root, alternative),
                            () -> problems.add(element, "the drawing '" + path + "' cannot be read from the package"));
        }
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

    private static void box(StringBuilder out, XmlElement element) {
        out.append(
                "<input type=\"text\" class=\"number-box\" inputmode=\"decimal\" autocomplete=\"off\" spellcheck=\"false\"");
        write(out, "data-response", element.attribute("response-identifier").orElse(""));
        write(out, "maxlength", String.valueOf(QtiItemReader.boxLength(element)));
        write(out, "aria-label", element.attribute("label").orElse("Your answer, a number"));
        out.append('>');
    }

    private static void write(StringBuilder out, String name, String value) {
        out.append(' ')
                .append(name)
                .append("=\"")
                .append(HtmlUtils.htmlEscape(value, "UTF-8"))
                .append('"');
    }
}
