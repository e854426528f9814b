package dauntingledger.app.papers;

import static dauntingledger.app.papers.Attributes.isTrue;
import static dauntingledger.app.papers.Attributes.rational;
import static dauntingledger.app.papers.Attributes.required;
import static dauntingledger.app.papers.Attributes.whole;
import static dauntingledger.app.papers.Attributes.word;

import dauntingledger.rulebook.marking.MarkingScheme;
import dauntingledger.rulebook.marking.MarkingScheme.Combining;
import dauntingledger.rulebook.marking.MarkingScheme.Group;
import dauntingledger.rulebook.marking.MarkingScheme.Point;
import dauntingledger.rulebook.marking.MarkingScheme.Sample;
import dauntingledger.rulebook.marking.MarksGiven;
import dauntingledger.rulebook.marking.PointId;
import dauntingledger.rulebook.number.Rational;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/** Reads what a person marks an answer by: the element {@code dl:scheme} of an item. */
final class SchemeReader {

    private SchemeReader() {}

    /**
     * Reads the scheme of an item.
     *
     * @throws IllegalArgumentException if something in it is none
     */
    static Optional<MarkingScheme> scheme(XmlElement item) {
        return item.element("dl:scheme").map(SchemeReader::read);
    }

    private static MarkingScheme read(XmlElement element) {
        return new MarkingScheme(
                element.elements("dl:group").map(SchemeReader::group).toList(),
                number(element, "adjustment"),
                whole(element, "markers", "1"),
                number(element, "tolerance"),
                word(element, "combining", Combining.values(), "mean"),
                element.elements("dl:sample").map(SchemeReader::sample).toList());
    }

    private static Group group(XmlElement element) {
        return new Group(
                element.attribute("title").orElse(""),
                element.attribute("most").map(most -> rational(element, "most")),
                isTrue(element, "exclusive"),
                element.elements("dl:point").map(SchemeReader::point).toList());
    }

    private static Point point(XmlElement element) {
        Rational marks = rational(element, "marks");
        return new Point(
                new PointId(required(element, "id")),
                element.text(),
                marks,
                element.attribute("step").isPresent() ? rational(element, "step") : marks);
    }

    private static Sample sample(XmlElement element) {
        Map<PointId, Rational> points = new LinkedHashMap<>();
        element.elements("dl:given")
                .forEach(given -> points.put(new PointId(required(given, "point")), rational(given, "marks")));
        return new Sample(
                required(element, "id"),
                element.element("dl:answer").map(XmlElement::text).orElse(""),
                MarksGiven.points(points),
                element.element("dl:reason").map(XmlElement::text).orElse(""),
                isTrue(element, "mixed-in"));
    }

    private static Rational number(XmlElement element, String name) {
        return element.attribute(name).isPresent() ? rational(element, name) : Rational.ZERO;
    }
}
