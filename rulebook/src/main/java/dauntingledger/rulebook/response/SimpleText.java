package dauntingledger.rulebook.response;

import java.util.ArrayList;
import java.util.List;

/**
 * A typed text with simple setting: {@code *strong*}, {@code _slanted_}, and lines that begin with {@code "- "} are
 * points of a list. A sign that opens and is not closed in its line stands for itself, and so does one inside a word.
 */
public record SimpleText(List<Line> lines) {

    private static final String POINT = "- ";
    /** What stands between words; to ask for letters would bring the tables of Unicode to the browser. */
    private static final String BETWEEN_WORDS = " \t.,;:!?…()[]\"'‘’“”„«»/-–—*_";

    public SimpleText {
        lines = List.copyOf(lines);
    }

    /** A line that is not empty; {@code point} says that it is a point of a list. */
    public record Line(boolean point, List<Run> runs) {
        public Line {
            runs = List.copyOf(runs);
        }
    }

    /** Letters that are set in one way. */
    public record Run(Style style, String text) {}

    /** How letters are set. */
    public enum Style {
        PLAIN,
        STRONG,
        SLANTED
    }

    public static SimpleText of(String typed) {
        List<Line> lines = new ArrayList<>();
        int start = 0;
        while (start <= typed.length()) {
            int end = typed.indexOf('\n', start);
            String line = typed.substring(start, end < 0 ? typed.length() : end);
            if (!line.isBlank()) {
                boolean point = line.startsWith(POINT);
                lines.add(new Line(point, runs(point ? line.substring(POINT.length()) : line)));
            }
            start = end < 0 ? typed.length() + 1 : end + 1;
        }
        return new SimpleText(lines);
    }

    private static List<Run> runs(String line) {
        List<Run> runs = new ArrayList<>();
        int plain = 0;
        int at = 0;
        while (at < line.length()) {
            int end = opens(line, at) ? closing(line, at) : -1;
            if (end > 0) {
                if (at > plain) {
                    runs.add(new Run(Style.PLAIN, line.substring(plain, at)));
                }
                runs.add(new Run(line.charAt(at) == '*' ? Style.STRONG : Style.SLANTED, line.substring(at + 1, end)));
                plain = end + 1;
                at = plain;
            } else {
                at++;
            }
        }
        if (plain < line.length()) {
            runs.add(new Run(Style.PLAIN, line.substring(plain)));
        }
        return runs;
    }

    private static boolean opens(String line, int at) {
        char sign = line.charAt(at);
        return (sign == '*' || sign == '_') && !isOfWord(line, at - 1) && isLetter(line, at + 1);
    }

    private static int closing(String line, int at) {
        for (int end = at + 2; end < line.length(); end++) {
            if (line.charAt(end) == line.charAt(at) && isLetter(line, end - 1) && !isOfWord(line, end + 1)) {
                return end;
            }
        }
        return -1;
    }

    private static boolean isOfWord(String line, int at) {
        return at >= 0 && at < line.length() && BETWEEN_WORDS.indexOf(line.charAt(at)) < 0;
    }

    private static boolean isLetter(String line, int at) {
        return at < line.length() && line.charAt(at) != ' ';
    }
}
