package dauntingledger.app.papers;

import com.ctc.wstx.stax.WstxOutputFactory;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

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

    /** Not the platform's: that one writes a line break in an attribute as it is, and it is read as a blank then. */
    private static final XMLOutputFactory FACTORY = new WstxOutputFactory();

    private final XMLStreamWriter out;

    private XmlWriter(XMLStreamWriter out) {
        this.out = out;
    }

    static byte[] write(XmlElement root) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try {
            XMLStreamWriter out = FACTORY.createXMLStreamWriter(bytes, StandardCharsets.UTF_8.name());
            out.writeStartDocument(StandardCharsets.UTF_8.name(), "1.0");
            new XmlWriter(out).element(root, true);
            out.writeEndDocument();
            out.close();
        } catch (XMLStreamException e) {
            throw new IllegalStateException("a paper that was read can be written", e);
        }
        return bytes.toByteArray();
    }

    private void element(XmlElement element, boolean root) throws XMLStreamException {
        out.writeStartElement(element.name());
        if (root || NAMESPACES.containsKey(element.name())) {
            out.writeDefaultNamespace(NAMESPACES.getOrDefault(element.name(), QTI));
        }
        if (root) {
            out.writeNamespace("dl", XmlReader.EXTENSIONS);
        }
        for (Map.Entry<String, String> attribute : element.attributes().entrySet()) {
            out.writeAttribute(standard(attribute.getKey(), element), attribute.getValue());
        }
        for (Object child : element.children()) {
            switch (child) {
                case XmlElement inner -> element(inner, false);
                case String text -> out.writeCharacters(text);
                default -> throw new IllegalStateException("an element holds texts and elements only");
            }
        }
        out.writeEndElement();
    }

    /** Languages and bases are XML's own attributes, except that our side file names its language itself. */
    private static String standard(String name, XmlElement element) {
        return !element.name().equals("paper") && (name.equals("lang") || name.equals("base")) ? "xml:" + name : name;
    }
}
