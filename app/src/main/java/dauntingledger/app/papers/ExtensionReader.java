package dauntingledger.app.papers;

import static dauntingledger.app.papers.Attributes.rational;
import static dauntingledger.app.papers.Attributes.required;
import static dauntingledger.app.papers.Attributes.whole;

import dauntingledger.app.papers.PaperText.Field;
import dauntingledger.app.papers.PaperText.Mark;
import dauntingledger.app.papers.PaperText.Option;
import dauntingledger.app.papers.PaperText.Part;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.Construction;
import dauntingledger.rulebook.response.Grid;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.Reading;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.RuledLine;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;

/** Reads the kinds of interaction that the standard has no words for, in the namespace of our extensions. */
final class ExtensionReader {

    private final MarkupWriter markup;

    ExtensionReader(MarkupWriter markup) {
        this.markup = markup;
    }

    Interaction grid(XmlElement element, ResponseId response, List<Part> parts) {
        List<Grid.Cell> cells = new ArrayList<>();
        List<Grid.Sum> sums = new ArrayList<>();
        List<List<Field>> rows = new ArrayList<>();
        element.elements("dl:row")
                .forEach(row -> rows.add(
                        row.elements().map(cell -> field(cell, cells, sums)).toList()));
        parts.add(new Part.Fields(response, rows));
        return new Grid(response, cells, sums);
    }

    private Field field(XmlElement element, List<Grid.Cell> cells, List<Grid.Sum> sums) {
        switch (element.name()) {
            case "dl:head" -> {
                return new Field(Field.Kind.HEAD, "", markup.inside(element), false, 0);
            }
            case "dl:given" -> {
                ChoiceId id = new ChoiceId(required(element, "id"));
                String text = element.text();
                cells.add(new Grid.Cell(id, reading(element), Math.max(1, text.length()), text));
                return new Field(Field.Kind.GIVEN, id.value(), text, isNumber(element), 0);
            }
            case "dl:cell" -> {
                ChoiceId id = new ChoiceId(required(element, "id"));
                int length = whole(element, "length", "8");
                cells.add(new Grid.Cell(id, reading(element), length, ""));
                return new Field(
                        Field.Kind.FILL, id.value(), element.attribute("label").orElse(""), isNumber(element), length);
            }
            case "dl:sum" -> {
                ChoiceId id = new ChoiceId(required(element, "id"));
                List<ChoiceId> of = Arrays.stream(
                                required(element, "of").strip().split("\\s+"))
                        .map(ChoiceId::new)
                        .toList();
                sums.add(new Grid.Sum(id, of));
                return new Field(Field.Kind.SUM, id.value(), "", true, 0);
            }
            default ->
                throw new IllegalArgumentException(
                        "a row holds dl:head, dl:given, dl:cell and dl:sum, not '" + element.name() + "'");
        }
    }

    private static boolean isNumber(XmlElement element) {
        return element.attribute("type").orElse("number").equals("number");
    }

    private static Reading reading(XmlElement element) {
        return isNumber(element)
                ? Reading.AsNumber.PLAIN
                : new Reading.AsWords(Set.of(Reading.Difference.CASE, Reading.Difference.SPACE));
    }

    Interaction ruledLine(XmlElement element, ResponseId response, List<Part> parts) {
        List<Option> symbols = CardReader.options(element.elements("dl:symbol").toList(), markup);
        Rational length = rational(element, "length");
        Rational step = rational(element, "step");
        parts.add(new Part.Ruled(response, element.attribute("unit").orElse(""), symbols));
        return new RuledLine(
                response,
                symbols.stream().map(Option::choice).toList(),
                length,
                step,
                whole(element, "least", "1"),
                whole(element, "most", String.valueOf(RuledLine.MOST)));
    }

    Interaction chart(XmlElement element, ResponseId response, List<Part> parts) {
        MarkupWriter.Figure figure = markup.figure(
                element.element("img").orElseThrow(() -> new IllegalArgumentException("a chart needs an 'img'")));
        List<Mark> marks = element.elements("dl:mark")
                .map(mark -> new Mark(required(mark, "name"), number(mark, "x"), number(mark, "y")))
                .toList();
        int width = whole(element, "width", String.valueOf(figure.width()));
        int height = whole(element, "height", String.valueOf(figure.height()));
        parts.add(new Part.Chart(
                response,
                figure.html(),
                width,
                height,
                element.attribute("unit").orElse(""),
                marks));
        return new Construction(response, width, height, whole(element, "least", "1"));
    }

    /** Returns a number as it is written, which a browser can read too. */
    private static String number(XmlElement element, String attribute) {
        rational(element, attribute);
        return required(element, attribute);
    }
}
