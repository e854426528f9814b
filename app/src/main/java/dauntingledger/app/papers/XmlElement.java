package dauntingledger.app.papers;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Stream;

/**
 * An element of a parsed document that remembers where it stood.
 *
 * @param name the local name, with {@code dl:} before it in the namespace of our extensions
 * @param children texts ({@link String}) and elements in order
 */
record XmlElement(String file, int line, String name, Map<String, String> attributes, List<Object> children) {

    Optional<String> attribute(String attribute) {
        return Optional.ofNullable(attributes.get(attribute));
    }

    /** Returns what it is called in QTI, empty if it says nothing. */
    String identifier() {
        return attribute("identifier").orElse("");
    }

    /** Returns its title, or what it is called if it has none. */
    String title() {
        return attribute("title").filter(title -> !title.isEmpty()).orElseGet(this::identifier);
    }

    Stream<XmlElement> elements() {
        return children.stream().filter(XmlElement.class::isInstance).map(XmlElement.class::cast);
    }

    Stream<XmlElement> elements(String childName) {
        return elements().filter(child -> child.name.equals(childName));
    }

    Optional<XmlElement> element(String childName) {
        return elements(childName).findFirst();
    }

    /** Returns whether this is, or holds somewhere, an element that {@code wanted} names. */
    boolean holds(Predicate<String> wanted) {
        return wanted.test(name) || elements().anyMatch(child -> child.holds(wanted));
    }

    /** Returns this element with other children. */
    XmlElement with(List<Object> others) {
        return new XmlElement(file, line, name, attributes, others);
    }

    /** Returns all elements below this one in document order. */
    Stream<XmlElement> descendants() {
        return elements().flatMap(child -> Stream.concat(Stream.of(child), child.descendants()));
    }

    /** Returns all text below this element, with white space folded. */
    String text() {
        return text(element -> true);
    }

    /** Returns all text below this element to the character. */
    String exact() {
        StringBuilder out = new StringBuilder();
        for (Object child : children) {
            out.append(child instanceof XmlElement element ? element.exact() : child);
        }
        return out.toString();
    }

    /** Returns the text below this element, without what lies inside elements that {@code enters} refuses. */
    String text(Predicate<XmlElement> enters) {
        StringBuilder out = new StringBuilder();
        collect(out, enters);
        return out.toString().replaceAll("\\s+", " ").strip();
    }

    private void collect(StringBuilder out, Predicate<XmlElement> enters) {
        for (Object child : children) {
            switch (child) {
                case XmlElement element
                when enters.test(element) -> {
                    out.append(' ');
                    element.collect(out, enters);
                    out.append(' ');
                }
                case String text -> out.append(text);
                default -> {}
            }
        }
    }
}
