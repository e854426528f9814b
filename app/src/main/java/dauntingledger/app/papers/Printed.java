package dauntingledger.app.papers;

import dauntingledger.app.papers.PaperText.ItemText;
import dauntingledger.app.papers.PaperText.Option;
import dauntingledger.app.papers.PaperText.Part;
import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.response.Value;
import java.text.DecimalFormatSymbols;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.springframework.web.util.HtmlUtils;

/**
 * Where a text prints a variable of its item's template (QTI 3.0's {@code qti-printed-variable}). As long as nobody's values
 * are known a token of private-use characters stands there, which is plain text and survives whatever is done with the text.
 */
final class Printed {

    private static final String ELEMENT = "qti-printed-variable";

    private static final Pattern TOKEN = Pattern.compile("\uE000([^|\uE001]*)\\|([^\uE001]*)\uE001");
    private static final Pattern FORMAT = Pattern.compile("%(?:(0)?([1-9]\\d?))?(?:\\.(\\d))?([dif])");
    /** What is answered there is worked out from what stands in the file, so that nothing can be printed in it. */
    private static final Set<String> FIXED = Set.of("dl:grid", "dl:track", "dl:chart", "svg");

    /** Stands where a value is not known. */
    private static final String NOTHING = "…";

    private Printed() {}

    /** Returns an item with a token for everything that it prints; what cannot be printed is noted. */
    static XmlElement marked(XmlElement item, Problems problems) {
        Set<String> variables = item.elements("qti-template-declaration")
                .map(XmlElement::identifier)
                .collect(Collectors.toSet());
        return marked(item, variables, false, problems);
    }

    private static XmlElement marked(XmlElement element, Set<String> variables, boolean fixed, Problems problems) {
        List<Object> children = new ArrayList<>();
        for (Object child : element.children()) {
            if (!(child instanceof XmlElement inner)) {
                children.add(child);
            } else if (inner.name().equals(ELEMENT)) {
                problems.attempt(inner, () -> token(inner, variables, fixed)).ifPresent(children::add);
            } else {
                children.add(marked(inner, variables, fixed || FIXED.contains(inner.name()), problems));
            }
        }
        return element.with(children);
    }

    private static String token(XmlElement printed, Set<String> variables, boolean fixed) {
        String name = Attributes.required(printed, "identifier");
        if (!variables.contains(name)) {
            throw new IllegalArgumentException("there is no template variable '" + name + "' to print");
        }
        if (fixed) {
            throw new IllegalArgumentException("a variable cannot be printed in a grid, a track, a chart or a drawing");
        }
        String format = printed.attribute("format").orElse("");
        if (!format.isEmpty() && !FORMAT.matcher(format).matches()) {
            throw new IllegalArgumentException("the format must be like %d, %i, %03d or %.1f, but is '" + format + "'");
        }
        return "\uE000" + name + "|" + format + "\uE001";
    }

    /**
     * Returns a paper with values where it prints them.
     *
     * @param values of the templates of items that have one
     */
    static PaperText in(PaperText text, Map<ItemId, Map<String, Value>> values) {
        Map<ItemId, ItemText> printed = new HashMap<>(text.items());
        values.forEach((item, own) -> printed.computeIfPresent(item, (id, asked) -> in(asked, own, text.language())));
        return new PaperText(text.language(), text.paper(), text.about(), text.pages(), printed, text.exhibits());
    }

    private static ItemText in(ItemText text, Map<String, Value> values, String language) {
        UnaryOperator<String> html = inHtml(values, language);
        return new ItemText(
                inText(values, language).apply(text.firstWords()),
                text.stimuli(),
                text.parts().stream().map(part -> in(part, html)).toList(),
                text.media());
    }

    /** Nothing can be printed in what is {@link #FIXED}, and nothing stands in a field that is empty. */
    private static Part in(Part part, UnaryOperator<String> html) {
        return switch (part) {
            case Part.Html text -> new Part.Html(html.apply(text.html()));
            case Part.Options of -> new Part.Options(of.response(), of.single(), of.expected(), in(of.options(), html));
            case Part.Sequence of -> new Part.Sequence(of.response(), in(of.options(), html));
            case Part.Pairs of ->
                new Part.Pairs(
                        of.response(),
                        of.form(),
                        in(of.ones(), html),
                        in(of.others(), html),
                        html.apply(of.html()),
                        of.areas(),
                        of.width(),
                        of.height());
            case Part.Picture of ->
                new Part.Picture(
                        of.response(),
                        of.way(),
                        of.single(),
                        of.html(),
                        of.width(),
                        of.height(),
                        of.areas(),
                        html.apply(of.card()));
            case Part.Playing of ->
                new Part.Playing(of.response(), of.medium(), of.film(), of.limited(), html.apply(of.transcript()));
            case Part.Essay fixed -> fixed;
            case Part.Program fixed -> fixed;
            case Part.Booklet fixed -> fixed;
            case Part.Fields fixed -> fixed;
            case Part.Ruled fixed -> fixed;
            case Part.Chart fixed -> fixed;
        };
    }

    private static List<Option> in(List<Option> options, UnaryOperator<String> html) {
        return options.stream()
                .map(option -> new Option(option.choice(), option.letter(), html.apply(option.html())))
                .toList();
    }

    /** Returns what puts values into HTML in {@code language}. */
    static UnaryOperator<String> inHtml(Map<String, Value> values, String language) {
        return text -> filled(text, values, language, written -> HtmlUtils.htmlEscape(written, "UTF-8"));
    }

    /** Returns what puts values into plain text in {@code language}. */
    static UnaryOperator<String> inText(Map<String, Value> values, String language) {
        return text -> filled(text, values, language, UnaryOperator.identity());
    }

    private static String filled(
            String text, Map<String, Value> values, String language, UnaryOperator<String> escaped) {
        return TOKEN.matcher(text)
                .replaceAll(token -> Matcher.quoteReplacement(
                        escaped.apply(written(token, values, Locale.forLanguageTag(language)))));
    }

    private static String written(MatchResult token, Map<String, Value> values, Locale language) {
        Value value = values.get(token.group(1));
        return value == null || value.elements().isEmpty()
                ? NOTHING
                : value.elements().stream()
                        .map(element -> written(value.baseType(), element, token.group(2), language))
                        .collect(Collectors.joining(", "));
    }

    private static String written(Value.BaseType type, String element, String format, Locale language) {
        return switch (type) {
            case INTEGER, FLOAT -> number(Rational.parse(element), format, language);
            default -> element;
        };
    }

    /** Numbers have the decimal sign of the language and a typographic minus, as the text around them. */
    private static String number(Rational number, String format, Locale language) {
        Matcher asked = FORMAT.matcher(format);
        String size = asked.matches() ? formatted(number.abs(), asked) : Numeral.write(number.abs());
        char point = DecimalFormatSymbols.getInstance(language).getDecimalSeparator();
        return (number.signum() < 0 ? "\u2212" : "") + size.replace('.', point);
    }

    /** Writes as C's {@code printf} does, with halves rounded away from zero. */
    private static String formatted(Rational size, Matcher format) {
        boolean whole = !format.group(4).equals("f");
        int decimals = whole ? 0 : format.group(3) == null ? 6 : Integer.parseInt(format.group(3));
        String digits = size.rounded(decimals).toPlainString();
        int width = format.group(2) == null ? 0 : Integer.parseInt(format.group(2));
        String fill = format.group(1) == null ? "\u2007" : "0";
        return fill.repeat(Math.max(0, width - digits.length())) + digits;
    }
}
