package dauntingledger.rulebook.plain;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Writes plain values as JSON in the one form that the JSON Canonicalization Scheme (RFC 8785) allows: no white space,
 * members sorted by name, strings with the shortest escapes. Numbers are whole and at most 2^53 - 1 in magnitude, where
 * that scheme and decimal digits agree.
 */
public final class CanonicalJson {

    private static final long MAX_SAFE_INTEGER = (1L << 53) - 1;
    private static final String HEX = "0123456789abcdef";

    private CanonicalJson() {}

    /**
     * Returns the canonical text of a map with string keys, a list, a string, a whole number or a truth value.
     *
     * @throws IllegalArgumentException if {@code value} holds anything else
     */
    public static String write(Object value) {
        StringBuilder out = new StringBuilder();
        append(out, value);
        return out.toString();
    }

    private static void append(StringBuilder out, Object value) {
        switch (value) {
            case String text -> quote(out, text);
            case Integer number -> out.append(number.intValue());
            case Long number -> out.append(requireSafe(number));
            case Boolean truth -> out.append(truth.booleanValue());
            case List<?> list -> list(out, list);
            case Map<?, ?> map -> map(out, map);
            default ->
                throw new IllegalArgumentException(
                        "only maps, lists, strings, whole numbers and truth values can be written, not " + value);
        }
    }

    /** Returns whether a number can be written: it is at most 2^53 - 1 in magnitude. */
    static boolean isSafe(long number) {
        return number >= -MAX_SAFE_INTEGER && number <= MAX_SAFE_INTEGER;
    }

    private static long requireSafe(long number) {
        if (!isSafe(number)) {
            throw new IllegalArgumentException("a number must be at most 2^53 - 1 in magnitude, but was " + number);
        }
        return number;
    }

    private static void list(StringBuilder out, List<?> list) {
        out.append('[');
        String separator = "";
        for (Object element : list) {
            out.append(separator);
            append(out, element);
            separator = ",";
        }
        out.append(']');
    }

    private static void map(StringBuilder out, Map<?, ?> map) {
        Map<String, Object> sorted = new TreeMap<>();
        map.forEach((name, value) -> sorted.put((String) name, value));
        out.append('{');
        String separator = "";
        for (Map.Entry<String, Object> member : sorted.entrySet()) {
            out.append(separator);
            quote(out, member.getKey());
            out.append(':');
            append(out, member.getValue());
            separator = ",";
        }
        out.append('}');
    }

    private static void quote(StringBuilder out, String text) {
        out.append('"');
        int from = 0;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c < 0x20 || c == '"' || c == '\\') {
                escape(out.append(text, from, i), c);
                from = i + 1;
            }
        }
        out.append(text, from, text.length()).append('"');
    }

    private static void escape(StringBuilder out, char c) {
        switch (c) {
            case '"' -> out.append("\\\"");
            case '\\' -> out.append("\\\\");
            case '\b' -> out.append("\\b");
            case '\f' -> out.append("\\f");
            case '\n' -> out.append("\\n");
            case '\r' -> out.append("\\r");
            case '\t' -> out.append("\\t");
            default -> out.append("\\u00").append(HEX.charAt(c >> 4)).append(HEX.charAt(c & 15));
        }
    }
}
