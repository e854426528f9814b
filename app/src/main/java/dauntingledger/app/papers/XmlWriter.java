package dauntingledger.app.papers;

import java.nio.charset.StandardCharsets;
import java.util.Map;

/**
 * Writes documents of packages so that {@link XmlReader} reads the same out of them. Namespaces follow from the names: a
 * document has the one of its root, mathematics and drawings have their own.
 */
final class XmlWriter {

    private static final Map<String, String> NAMESPACES = Map.of(
            "manifest", "http://www.imsglobal.org/xsd/qti/qtiv3p0/imscp_v1p1",
            "paper", SideFileReader.NAMESPACE,
            "math", "http://www.w3.org/1998/Math/MathML",
            "svg", "http://www.w3.org/2000/svg");
    private static final String QTI = "http://www.imsglobal.org/xsd/imsqtiasi_v3p0";
    private static final String DECLARATION = "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n";

    private final StringBuilder out = new StringBuilder(DECLARATION);

    private XmlWriter() {}

    static byte[] write(XmlElement root) {
        XmlWriter writer = new XmlWriter();
        writer.element(root, true);
        return writer.out.append('\n').toString().getBytes(StandardCharsets.UTF_8);
    }

    private void element(XmlElement element, boolean root) {
        out.append('<').append(element.name());
        if (root || NAMESPACES.containsKey(element.name())) {
            attribute("xmlns", NAMESPACES.getOrDefault(element.name(), QTI));
        }
        if (root) {
            attribute("xmlns:dl", XmlReader.EXTENSIONS);
        }
        element.attributes().forEach((name, value) -> attribute(standard(name, element), value));
        if (element.children().isEmpty()) {
            out.append("/>");
            return;
        }
        out.append('>');
        for (Object child : element.children()) {
            switch (child) {
                case XmlElement inner -> element(inner, false);
                case String text -> escape(text, false);
                default -> throw new IllegalStateException("an element holds texts and elements only");
            }
        }
        out.append("</").append(element.name()).append('>');
    }

    /** Languages and bases are XML's own attributes, except that our side file names its language itself. */
    private static String standard(String name, XmlElement element) {
        return !element.name().equals("paper") && (name.equals("lang") || name.equals("base")) ? "xml:" + name : name;
    }

    private void attribute(String name, String value) {
        out.append(' ').append(name).append("=\"");
        escape(value, true);
        out.append('"');
    }

    private void escape(String text, boolean attribute) {
        text.codePoints().forEach(c -> {
            switch (c) {
                case '&' -> out.append("&amp;");
                case '<' -> out.append("&lt;");
                case '>' -> out.append("&gt;");
                case '"' -> out.append("&quot;");
                case '\r' -> out.append("&#13;");
                case '\n', '\t' -> {
                    if (attribute) {
                        out.append("&#").append(c).append(';');
                    } else {
                        out.appendCodePoint(c);
                    }
                }
                default -> out.appendCodePoint(c);
            }
        });
    }
}
