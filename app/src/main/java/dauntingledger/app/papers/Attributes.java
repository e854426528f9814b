package dauntingledger.app.papers;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.plain.PlainNames;
import java.time.Duration;
import java.time.format.DateTimeParseException;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Reads attributes of a package. What cannot be read is refused with a sentence that says what is allowed. */
final class Attributes {

    private Attributes() {}

    static boolean isTrue(XmlElement element, String attribute) {
        return isTrue(element, attribute, "false");
    }

    static boolean isTrue(XmlElement element, String attribute, String otherwise) {
        String text = element.attribute(attribute).orElse(otherwise);
        if (!text.equals("true") && !text.equals("false")) {
            throw new IllegalArgumentException(attribute + " must be true or false, but is '" + text + "'");
        }
        return text.equals("true");
    }

    static int whole(XmlElement element, String attribute, String otherwise) {
        String text = element.attribute(attribute).orElse(otherwise);
        try {
            return Integer.parseInt(text);
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException(attribute + " must be a whole number, but is '" + text + "'", e);
        }
    }

    /** Reads an attribute that names one constant, as {@code not-admitted} names {@code NOT_ADMITTED}. */
    static <E extends Enum<E>> E word(XmlElement element, String attribute, E[] constants, String otherwise) {
        List<E> read = words(element, attribute, constants, otherwise);
        if (read.size() != 1) {
            throw new IllegalArgumentException(attribute + " must be one word");
        }
        return read.getFirst();
    }

    /** Reads an attribute that names constants, with spaces between them. */
    static <E extends Enum<E>> List<E> words(XmlElement element, String attribute, E[] constants, String otherwise) {
        String text = element.attribute(attribute).orElse(otherwise);
        return Arrays.stream(text.strip().split("\\s+"))
                .map(word -> PlainNames.find(word, constants)
                        .orElseThrow(() -> new IllegalArgumentException(attribute + " must be one of "
                                + Arrays.stream(constants).map(PlainNames::name).toList() + ", but is '" + word
                                + "'")))
                .toList();
    }

    static Optional<Duration> optional(XmlElement element, String attribute) {
        return element.attribute(attribute).map(text -> parse(attribute, text));
    }

    static String required(XmlElement element, String attribute) {
        return element.attribute(attribute)
                .orElseThrow(() -> new IllegalArgumentException(
                        "'" + element.name() + "' needs the attribute '" + attribute + "'"));
    }

    static Duration span(XmlElement element, String attribute, @Nullable Duration otherwise) {
        Optional<String> text = element.attribute(attribute);
        return text.isEmpty() && otherwise != null ? otherwise : parse(attribute, required(element, attribute));
    }

    private static Duration parse(String attribute, String text) {
        try {
            return Duration.parse(text);
        } catch (DateTimeParseException e) {
            throw new IllegalArgumentException(
                    attribute + " must be a span of time like PT45M or PT1H30M, but is '" + text + "'", e);
        }
    }

    static Rational rational(XmlElement element, String attribute) {
        String text = required(element, attribute);
        try {
            return Rational.parse(text);
        } catch (IllegalArgumentException e) {
            throw new IllegalArgumentException(
                    attribute + " must be a number like 3/4 or 0.75, but is '" + text + "'", e);
        }
    }
}
