package dauntingledger.app.papers;

import static dauntingledger.app.papers.Attributes.required;
import static dauntingledger.app.papers.Attributes.whole;

import dauntingledger.app.papers.PaperText.Part;
import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.response.Choice;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.ExtendedText;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.Reading;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Shuffle;
import dauntingledger.rulebook.response.TextEntry;
import dauntingledger.rulebook.response.Value.BaseType;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Reads what is written and what is answered in a running text: boxes, gaps, words to choose, texts of sentences. */
final class TextReader {

    private static final int NUMBER_BOX = 10;
    private static final int WORDS_BOX = 20;
    private static final int USUAL_LENGTH = 8_000;

    private final MarkupWriter markup;
    private final Pictures pictures;
    private final Responses responses;
    private final Problems problems;

    TextReader(MarkupWriter plain, Pictures pictures, Responses responses, Problems problems) {
        this.markup = plain.inQuestion(pictures, this::inline);
        this.pictures = pictures;
        this.responses = responses;
        this.problems = problems;
    }

    /** Returns the writer of running text, in which boxes and gaps stand. */
    MarkupWriter markup() {
        return markup;
    }

    Interaction extendedText(XmlElement element, ResponseId response, List<Part> parts) {
        if (element.attribute("dl:program").isPresent()) {
            return ProgramReader.program(element, response, responses.declaration(response), parts);
        }
        String format = element.attribute("format").orElse("plain");
        int least = Math.max(1, whole(element, "dl:least-words", "1"));
        int most = whole(element, "dl:most-words", "0");
        int length = whole(element, "dl:max-length", String.valueOf(USUAL_LENGTH));
        ExtendedText text = new ExtendedText(
                response,
                format.equals("xhtml") ? ExtendedText.Format.SIMPLE : ExtendedText.Format.PLAIN,
                least,
                most,
                length);
        parts.add(new Part.Essay(
                text.response(), text.format() == ExtendedText.Format.SIMPLE, least, most, text.maxLength()));
        return text;
    }

    Interaction hottext(XmlElement element, ResponseId response, List<Part> parts) {
        List<XmlElement> words = element.descendants()
                .filter(inner -> inner.name().equals("qti-hottext"))
                .toList();
        List<ChoiceId> choices = words.stream()
                .map(word -> new ChoiceId(required(word, "identifier")))
                .toList();
        int most = CardReader.most(whole(element, "max-choices", "1"), choices.size());
        Choice choice = new Choice(
                response,
                Choice.Form.WORDS,
                choices,
                Math.max(1, whole(element, "min-choices", "0")),
                most,
                0,
                Shuffle.NONE);
        StringBuilder html = new StringBuilder("<div class=\"hottexts\" role=\"")
                .append(choice.isSingle() ? "radiogroup" : "group")
                .append("\">");
        MarkupWriter writer = markup.inQuestion(pictures, (out, inner) -> {
            if (!inner.name().equals("qti-hottext")) {
                return inline(out, inner);
            }
            out.append("<span class=\"hottext\" tabindex=\"0\" aria-checked=\"false\" role=\"")
                    .append(choice.isSingle() ? "radio" : "checkbox")
                    .append('"');
            MarkupWriter.write(out, "data-response", choice.response().value());
            ChoiceId word = new ChoiceId(required(inner, "identifier"));
            MarkupWriter.write(out, "data-choice", word.value());
            MarkupWriter.write(out, "data-letter", Choice.letter(choices.indexOf(word)));
            out.append('>').append(markup.inside(inner)).append("</span>");
            return true;
        });
        element.elements()
                .filter(inner -> !inner.name().equals("qti-prompt"))
                .forEach(inner -> html.append(writer.write(inner)));
        parts.add(new Part.Html(html.append("</div>").toString()));
        return choice;
    }

    /** Writes what stands in a running text and takes a response there. */
    private boolean inline(StringBuilder out, XmlElement element) {
        switch (element.name()) {
            case "qti-text-entry-interaction" -> problems.run(element, () -> box(out, element));
            case "qti-inline-choice-interaction" -> problems.run(element, () -> inlineChoice(out, element));
            case "qti-gap" -> {
                out.append("<button type=\"button\" class=\"gap\"");
                MarkupWriter.write(
                        out, "data-gap", element.attribute("identifier").orElse(""));
                out.append("></button>");
            }
            default -> {
                return false;
            }
        }
        return true;
    }

    private void box(StringBuilder out, XmlElement element) {
        ResponseId response = responses.of(element);
        BaseType type = responses.baseType(response);
        boolean number = type == BaseType.FLOAT || type == BaseType.INTEGER;
        if (!number && type != BaseType.STRING) {
            throw new IllegalArgumentException("what is typed must have the base type float, integer or string");
        }
        int length = whole(element, "expected-length", String.valueOf(number ? NUMBER_BOX : WORDS_BOX));
        int longest = number ? Numeral.MAX_LENGTH : TextEntry.MOST;
        int asked = whole(element, "dl:max-length", String.valueOf(number ? length : Math.max(length, WORDS_BOX)));
        int most = Math.clamp(asked, 1, longest);
        responses.add(new TextEntry(response, most, number ? numbers(element) : words(element)));
        out.append("<input type=\"text\" class=\"answer-box\" autocomplete=\"off\" spellcheck=\"false\"");
        MarkupWriter.write(out, "inputmode", number ? "decimal" : "text");
        MarkupWriter.write(out, "data-kind", number ? "number" : "words");
        MarkupWriter.write(out, "data-response", response.value());
        MarkupWriter.write(out, "maxlength", String.valueOf(most));
        MarkupWriter.write(out, "size", String.valueOf(Math.clamp(length, 4, 40)));
        element.attribute("label").ifPresent(label -> MarkupWriter.write(out, "aria-label", label));
        out.append('>');
    }

    private static Reading numbers(XmlElement element) {
        Map<String, Rational> units = new LinkedHashMap<>();
        for (String unit : element.attribute("dl:units").orElse("").strip().split("\\s+")) {
            if (!unit.isEmpty()) {
                String[] parts = unit.split("=", 2);
                units.put(parts[0], parts.length == 1 ? Rational.ONE : Rational.parse(parts[1]));
            }
        }
        return new Reading.AsNumber(
                units, whole(element, "dl:least-figures", "0"), whole(element, "dl:most-figures", "0"));
    }

    private static Reading words(XmlElement element) {
        return new Reading.AsWords(
                element.attribute("dl:ignores").isEmpty()
                        ? Set.of(Reading.Difference.SPACE)
                        : Set.copyOf(Attributes.words(element, "dl:ignores", Reading.Difference.values(), "")));
    }

    private void inlineChoice(StringBuilder out, XmlElement element) {
        List<XmlElement> elements = element.elements("qti-inline-choice").toList();
        List<ChoiceId> choices = elements.stream()
                .map(option -> new ChoiceId(required(option, "identifier")))
                .toList();
        Choice choice = new Choice(
                responses.of(element), Choice.Form.INLINE, choices, 1, 1, 0, CardReader.shuffle(element, elements));
        responses.add(choice);
        out.append("<select class=\"answer-gap\"");
        MarkupWriter.write(out, "data-response", choice.response().value());
        element.attribute("label").ifPresent(label -> MarkupWriter.write(out, "aria-label", label));
        out.append("><option value=\"\"></option>");
        elements.forEach(option -> {
            out.append("<option");
            MarkupWriter.write(out, "value", required(option, "identifier"));
            out.append('>').append(markup.text(option.text())).append("</option>");
        });
        out.append("</select>");
    }
}
