package dauntingledger.rulebook.worksheet;

import java.util.ArrayList;
import java.util.List;

/**
 * A piece of a formula as it is typed.
 *
 * @param text the characters, quotes included
 */
record Token(Kind kind, String text) {

    enum Kind {
        NUMBER,
        TEXT,
        /** A cell, perhaps with {@code $} before column or row. */
        CELL,
        /** A function's name, or TRUE or FALSE. */
        WORD,
        SIGN,
        SPACE,
        /** An error word, as a reference off the sheet leaves it. */
        ERROR
    }

    private static final String SIGNS = "+-*/^&=<>%(),;:";

    /**
     * Cuts the text behind the equals sign; joined again the pieces are that text.
     *
     * @throws FormulaException if a character belongs to nothing
     */
    static List<Token> cut(String formula) {
        List<Token> tokens = new ArrayList<>();
        int at = 0;
        while (at < formula.length()) {
            Token token = next(formula, at);
            tokens.add(token);
            at += token.text.length();
        }
        return tokens;
    }

    private static Token next(String text, int at) {
        char c = text.charAt(at);
        if (isDigit(c) || c == '.') {
            return new Token(Kind.NUMBER, text.substring(at, endOfNumber(text, at)));
        }
        if (c == '"') {
            return new Token(Kind.TEXT, text.substring(at, endOfText(text, at)));
        }
        if (isLetter(c) || c == '$') {
            return name(text, at);
        }
        if (c == '#') {
            return new Token(Kind.ERROR, error(text, at));
        }
        if (c == ' ' || c == '\u00a0') {
            return new Token(Kind.SPACE, text.substring(at, at + 1));
        }
        String two = text.substring(at, Math.min(at + 2, text.length()));
        if (two.equals("<>") || two.equals("<=") || two.equals(">=")) {
            return new Token(Kind.SIGN, two);
        }
        if (SIGNS.indexOf(c) >= 0) {
            return new Token(Kind.SIGN, text.substring(at, at + 1));
        }
        throw new FormulaException(CellError.FORMULA);
    }

    private static Token name(String text, int at) {
        int end = at;
        while (end < text.length()
                && (isLetter(text.charAt(end)) || isDigit(text.charAt(end)) || text.charAt(end) == '$')) {
            end++;
        }
        String name = text.substring(at, end);
        boolean called = end < text.length() && text.charAt(end) == '(';
        return new Token(!called && Reference.find(name).isPresent() ? Kind.CELL : Kind.WORD, name);
    }

    private static int endOfNumber(String text, int at) {
        int end = at;
        while (end < text.length() && (isDigit(text.charAt(end)) || text.charAt(end) == '.')) {
            end++;
        }
        if (end < text.length() && (text.charAt(end) == 'e' || text.charAt(end) == 'E')) {
            int exponent = end + 1;
            if (exponent < text.length() && (text.charAt(exponent) == '+' || text.charAt(exponent) == '-')) {
                exponent++;
            }
            if (exponent < text.length() && isDigit(text.charAt(exponent))) {
                end = exponent;
                while (end < text.length() && isDigit(text.charAt(end))) {
                    end++;
                }
            }
        }
        return end;
    }

    private static int endOfText(String text, int at) {
        int end = at + 1;
        while (end < text.length()) {
            if (text.charAt(end) == '"') {
                if (end + 1 == text.length() || text.charAt(end + 1) != '"') {
                    return end + 1;
                }
                end++;
            }
            end++;
        }
        throw new FormulaException(CellError.FORMULA);
    }

    private static String error(String text, int at) {
        for (CellError error : CellError.values()) {
            if (text.startsWith(error.word(), at)) {
                return error.word();
            }
        }
        throw new FormulaException(CellError.FORMULA);
    }

    private static boolean isDigit(char c) {
        return c >= '0' && c <= '9';
    }

    private static boolean isLetter(char c) {
        return c >= 'A' && c <= 'Z' || c >= 'a' && c <= 'z';
    }
}
