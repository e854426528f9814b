package dauntingledger.rulebook.similarity;

import dauntingledger.rulebook.program.Language;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * The tokens of a program, for comparing: names that the program gives are all the same, and so are its texts and its numbers;
 * what it calls and is not its own keeps its name. Blanks, line breaks and comments are none.
 */
final class ProgramTokens {

    private static final Set<String> PYTHON = Set.of(
            "False",
            "None",
            "True",
            "and",
            "as",
            "assert",
            "async",
            "await",
            "break",
            "class",
            "continue",
            "def",
            "del",
            "elif",
            "else",
            "except",
            "finally",
            "for",
            "from",
            "global",
            "if",
            "import",
            "in",
            "is",
            "lambda",
            "nonlocal",
            "not",
            "or",
            "pass",
            "raise",
            "return",
            "try",
            "while",
            "with",
            "yield");
    private static final Set<String> JAVASCRIPT = Set.of(
            "async",
            "await",
            "break",
            "case",
            "catch",
            "class",
            "const",
            "continue",
            "default",
            "delete",
            "do",
            "else",
            "extends",
            "false",
            "finally",
            "for",
            "function",
            "if",
            "in",
            "instanceof",
            "let",
            "new",
            "null",
            "of",
            "return",
            "static",
            "super",
            "switch",
            "this",
            "throw",
            "true",
            "try",
            "typeof",
            "undefined",
            "var",
            "void",
            "while",
            "yield");

    /** After these a name follows that the program gives. */
    private static final Set<String> GIVING = Set.of("def", "class", "function", "const", "let", "var");

    private static final String NAME = "name";
    private static final String TEXT = "text";
    private static final String NUMBER = "number";

    private final String text;
    private final Language language;
    private final List<Token> tokens = new ArrayList<>();
    private int at;

    private ProgramTokens(String text, int from, Language language) {
        this.text = text;
        this.language = language;
        this.at = from;
    }

    /**
     * A token.
     *
     * @param sign what it is compared by
     * @param from in UTF-16 code units, inclusive
     * @param to exclusive
     */
    record Token(String sign, int from, int to) {}

    /** Returns the tokens of what stands in {@code text} from {@code from} on. */
    static List<Token> of(String text, int from, Language language) {
        ProgramTokens reading = new ProgramTokens(text, from, language);
        reading.read();
        return reading.compared();
    }

    private void read() {
        while (at < text.length()) {
            char c = text.charAt(at);
            if (Character.isWhitespace(c)) {
                at++;
            } else if (isComment()) {
                at = end(isBlockComment() ? "*/" : "\n");
            } else if (c == '"' || c == '\'' || c == '`') {
                add(TEXT, literal(c));
            } else if (Character.isDigit(c)) {
                add(NUMBER, run(true));
            } else if (Character.isJavaIdentifierStart(c)) {
                int to = run(false);
                add(text.substring(at, to), to);
            } else {
                add(String.valueOf(c), at + 1);
            }
        }
    }

    private void add(String sign, int to) {
        tokens.add(new Token(sign, at, to));
        at = to;
    }

    private boolean isComment() {
        return language == Language.PYTHON ? text.charAt(at) == '#' : text.startsWith("//", at) || isBlockComment();
    }

    private boolean isBlockComment() {
        return language == Language.JAVASCRIPT && text.startsWith("/*", at);
    }

    private int end(String mark) {
        int found = text.indexOf(mark, at + 1);
        return found < 0 ? text.length() : found + mark.length();
    }

    /** A letter before the quote belongs to the text in Python; it has become a name, which does no harm. */
    private int literal(char quote) {
        String three = String.valueOf(quote).repeat(3);
        if (language == Language.PYTHON && text.startsWith(three, at)) {
            int found = text.indexOf(three, at + 3);
            return found < 0 ? text.length() : found + 3;
        }
        int to = at + 1;
        while (to < text.length() && text.charAt(to) != quote && (quote == '`' || text.charAt(to) != '\n')) {
            to += text.charAt(to) == '\\' ? 2 : 1;
        }
        return Math.min(text.length(), to + 1);
    }

    private int run(boolean number) {
        int to = at;
        while (to < text.length()
                && (Character.isJavaIdentifierPart(text.charAt(to)) || number && text.charAt(to) == '.')) {
            to++;
        }
        return to;
    }

    private List<Token> compared() {
        Set<String> keywords = language == Language.PYTHON ? PYTHON : JAVASCRIPT;
        Set<String> own = new HashSet<>();
        for (int i = 1; i < tokens.size(); i++) {
            if (GIVING.contains(tokens.get(i - 1).sign())) {
                own.add(tokens.get(i).sign());
            }
        }
        List<Token> compared = new ArrayList<>();
        for (int i = 0; i < tokens.size(); i++) {
            Token token = tokens.get(i);
            String sign = token.sign();
            boolean named = !sign.isEmpty()
                    && Character.isJavaIdentifierStart(sign.charAt(0))
                    && token.to() - token.from() == sign.length()
                    && !keywords.contains(sign);
            boolean foreign = named && !own.contains(sign) && (isAt(i - 1, ".") || isAt(i + 1, "("));
            compared.add(named && !foreign ? new Token(NAME, token.from(), token.to()) : token);
        }
        return compared;
    }

    private boolean isAt(int place, String sign) {
        return place >= 0 && place < tokens.size() && tokens.get(place).sign().equals(sign);
    }
}
