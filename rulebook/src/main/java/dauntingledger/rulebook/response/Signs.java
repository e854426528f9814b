package dauntingledger.rulebook.response;

import java.util.ArrayList;
import java.util.List;

/**
 * What signs of a text are. The tables of the platform would make the rulebook of the browser twice as large, so the
 * line is drawn here: whatever lies outside ASCII and is neither a space nor general punctuation belongs to a word.
 */
final class Signs {

    private Signs() {}

    static boolean isSpace(char c) {
        return c <= ' ' || c == '\u00A0' || (c >= '\u2000' && c <= '\u200B') || c == '\u3000';
    }

    /** Returns whether a sign is a letter, a digit or something like them. */
    static boolean isWordy(char c) {
        if (c < 128) {
            return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9');
        }
        boolean punctuation = (c >= '\u2000' && c <= '\u206F')
                || (c >= '\u00A0' && c <= '\u00BF' && c != '\u00AA' && c != '\u00B5' && c != '\u00BA');
        return !punctuation && !isSpace(c);
    }

    /** Returns {@code text} without spaces at its ends, and with one between two words. */
    static String folded(String text) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < text.length(); i++) {
            if (!isSpace(text.charAt(i))) {
                out.append(text.charAt(i));
            } else if (!out.isEmpty() && out.charAt(out.length() - 1) != ' ') {
                out.append(' ');
            }
        }
        return out.toString().strip();
    }

    /** Returns what stands between single spaces; an empty piece where two follow each other. */
    static List<String> pieces(String text) {
        List<String> pieces = new ArrayList<>();
        int from = 0;
        for (int space = text.indexOf(' '); space >= 0; space = text.indexOf(' ', from)) {
            pieces.add(text.substring(from, space));
            from = space + 1;
        }
        pieces.add(text.substring(from));
        return pieces;
    }
}
