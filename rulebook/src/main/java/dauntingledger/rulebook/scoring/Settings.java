package dauntingledger.rulebook.scoring;

import java.util.List;
import java.util.Locale;
import java.util.Map;

/** The attributes of an operator, by their names in QTI 3.0. */
record Settings(Map<String, String> attributes) {

    /** @throws IllegalArgumentException if there is no such attribute */
    String text(String name) {
        String text = attributes.get(name);
        if (text == null) {
            throw new IllegalArgumentException("it needs the attribute '" + name + "'");
        }
        return text;
    }

    String text(String name, String otherwise) {
        return attributes.getOrDefault(name, otherwise);
    }

    /** @throws IllegalArgumentException if there is no such attribute, or it is no whole number */
    int whole(String name) {
        String text = text(name);
        try {
            return Integer.parseInt(text);
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException(name + " must be a whole number, but is '" + text + "'", e);
        }
    }

    /** @throws IllegalArgumentException if there is no such attribute, or it is no whole number from 1 */
    int positive(String name) {
        int number = whole(name);
        if (number < 1) {
            throw new IllegalArgumentException(name + " must be 1 or more, but is " + number);
        }
        return number;
    }

    /** @throws IllegalArgumentException if shape and coordinates do not make a region */
    Region region() {
        return Region.read(text("shape"), text("coords"));
    }

    void requireOneOf(String name, List<String> allowed) {
        String text = text(name);
        if (!allowed.contains(text)) {
            throw new IllegalArgumentException(name + " must be one of " + allowed + ", but is '" + text + "'");
        }
    }

    boolean isTrue(String name, boolean otherwise) {
        return Boolean.parseBoolean(attributes.getOrDefault(name, String.valueOf(otherwise)));
    }

    /** Returns whether two texts are the same, or the first holds the second where that is asked. */
    boolean match(String one, String other) {
        return isTrue("substring", false)
                ? cased(one).contains(cased(other))
                : cased(one).equals(cased(other));
    }

    /** Returns {@code text} as it is compared: as it stands where upper and lower case differ. */
    String cased(String text) {
        return isTrue("case-sensitive", true) ? text : text.toLowerCase(Locale.ROOT);
    }
}
