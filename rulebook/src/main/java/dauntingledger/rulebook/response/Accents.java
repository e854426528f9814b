package dauntingledger.rulebook.response;

/**
 * Letters without their marks, for Latin scripts.
 *
 * <p>A table of the letters of the blocks Latin-1 Supplement and Latin Extended-A, because the browser's rulebook has no
 * {@code java.text.Normalizer}; a test compares it with that class. Strokes through a letter go the same way. Combining marks are left out wherever they stand.
 */
final class Accents {

    private static final String PLAIN = "AAAAAA_CEEEEIIII_NOOOOO_OUUUUY__aaaaaa_ceeeeiiii_nooooo_ouuuuy_y"
            + "AaAaAaCcCcCcCcDdDdEeEeEeEeEeGgGgGgGgHhHhIiIiIiIiIi__JjKk_LlLlLl_"
            + "_LlNnNnNn___OoOoOo__RrRrRrSsSsSsSsTtTtTtUuUuUuUuUuUuWwYyYZzZzZz_";
    private static final char FIRST = '\u00C0';
    private static final char COMBINING_FIRST = '\u0300';
    private static final char COMBINING_LAST = '\u036F';

    private Accents() {}

    static String strip(String text) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c < COMBINING_FIRST || c > COMBINING_LAST) {
                out.append(plain(c));
            }
        }
        return out.toString();
    }

    private static char plain(char c) {
        int index = c - FIRST;
        return index < 0 || index >= PLAIN.length() || PLAIN.charAt(index) == '_' ? c : PLAIN.charAt(index);
    }
}
