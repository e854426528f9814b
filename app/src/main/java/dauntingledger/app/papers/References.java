package dauntingledger.app.papers;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/** The elements of one name in the side file, by the part of the test that each refers to. */
final class References {

    private final String name;
    private final Map<String, XmlElement> waiting = new LinkedHashMap<>();

    References(String name) {
        this.name = name;
    }

    void readFrom(XmlElement root) {
        root.elements(name)
                .forEach(element -> waiting.put(element.attribute("ref").orElse(""), element));
    }

    /** Returns the element that refers to {@code id}, once. */
    Optional<XmlElement> take(String id) {
        return Optional.ofNullable(waiting.remove(id));
    }

    /** Notes every element that nothing has asked for: it refers to nothing, and its rule would be lost in silence. */
    void noteUnused(String what, Problems problems) {
        waiting.forEach((id, element) ->
                problems.add(element, "'" + name + "' refers to '" + id + "', but the test has no such " + what));
    }
}
