package dauntingledger.app.papers;

import java.io.ByteArrayInputStream;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.jspecify.annotations.Nullable;

/** Parses documents out of packages: no document type, no entities from elsewhere, bounded depth and size. */
final class XmlReader {

    /** The namespace of what questions can hold that the standard has no words for. */
    static final String EXTENSIONS = "urn:daunting-ledger:item:1";

    private static final int MAX_DEPTH = 64;
    private static final int MAX_ELEMENTS = 20_000;

    private final XMLInputFactory factory = XMLInputFactory.newDefaultFactory();
    private final Problems problems;

    XmlReader(Problems problems) {
        this.problems = problems;
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        factory.setProperty(XMLInputFactory.IS_REPLACING_ENTITY_REFERENCES, false);
        factory.setProperty(XMLInputFactory.IS_COALESCING, true);
    }

    /** Returns the root element, or empty after noting what is wrong. */
    Optional<XmlElement> read(String file, byte[] document) {
        try {
            XMLStreamReader reader = factory.createXMLStreamReader(new ByteArrayInputStream(document));
            return Optional.ofNullable(parse(file, reader));
        } catch (XMLStreamException e) {
            int line = e.getLocation() == null ? 0 : e.getLocation().getLineNumber();
            problems.add(file, line, "this is not well-formed XML: " + firstLine(String.valueOf(e.getMessage())));
            return Optional.empty();
        }
    }

    private @Nullable XmlElement parse(String file, XMLStreamReader reader) throws XMLStreamException {
        Deque<XmlElement> open = new ArrayDeque<>();
        XmlElement root = null;
        int elements = 0;
        while (reader.hasNext()) {
            switch (reader.next()) {
                case XMLStreamConstants.START_ELEMENT -> {
                    XmlElement element = element(file, reader);
                    if (++elements > MAX_ELEMENTS || open.size() >= MAX_DEPTH) {
                        problems.add(
                                element,
                                "a document may hold " + MAX_ELEMENTS + " elements, at most " + MAX_DEPTH
                                        + " inside one another");
                        return null;
                    }
                    if (open.isEmpty()) {
                        root = element;
                    } else {
                        open.peek().children().add(element);
                    }
                    open.push(element);
                }
                case XMLStreamConstants.END_ELEMENT -> open.pop();
                case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA, XMLStreamConstants.SPACE -> {
                    if (!open.isEmpty()) {
                        open.peek().children().add(reader.getText());
                    }
                }
                case XMLStreamConstants.DTD, XMLStreamConstants.ENTITY_REFERENCE -> {
                    problems.add(file, reader.getLocation().getLineNumber(), "document types and entities are refused");
                    return null;
                }
                default -> {}
            }
        }
        return root;
    }

    private static XmlElement element(String file, XMLStreamReader reader) {
        Map<String, String> attributes = new LinkedHashMap<>();
        for (int i = 0; i < reader.getAttributeCount(); i++) {
            attributes.put(
                    name(reader.getAttributeNamespace(i), reader.getAttributeLocalName(i)),
                    reader.getAttributeValue(i));
        }
        return new XmlElement(
                file,
                reader.getLocation().getLineNumber(),
                name(reader.getNamespaceURI(), reader.getLocalName()),
                attributes,
                new ArrayList<>());
    }

    /** Our own names are told apart by their prefix; all others by their local names. */
    private static String name(@Nullable String namespace, String localName) {
        return EXTENSIONS.equals(namespace) ? "dl:" + localName : localName;
    }

    private static String firstLine(String message) {
        String[] lines = message.split("\n", 2);
        return lines[lines.length - 1].replace("Message: ", "").strip();
    }
}
