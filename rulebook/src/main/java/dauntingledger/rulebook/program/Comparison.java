package dauntingledger.rulebook.program;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * How what a program wrote is compared with what it should have written.
 *
 * @param tolerance how far a number may lie from the one that is wanted; counts with {@link Way#NUMBERS} alone
 */
public record Comparison(Way way, Rational tolerance) {

    public static final Comparison LINES = new Comparison(Way.LINES, Rational.ZERO);

    public Comparison {
        requireNonNull(way, "way");
        if (tolerance.signum() < 0) {
            throw new IllegalArgumentException("a tolerance must be 0 or more, but is " + tolerance);
        }
    }

    /** What has to be the same. Lines end with a newline, or with a carriage return and a newline. */
    public enum Way {
        /** Every character. */
        EXACT,
        /** The lines, without blanks at their ends and without empty lines at the end. */
        LINES,
        /** The words of each line, as many in each; those that are numbers may lie as far apart as is tolerated. */
        NUMBERS,
        /** The lines as with {@link #LINES}, in any order, each as often as it is wanted; empty lines do not count. */
        SET
    }

    /** Returns whether {@code written} is as good as {@code wanted}. */
    public boolean admits(String wanted, String written) {
        return firstOther(wanted, written) == 0;
    }

    /** Returns how a run ended once it is compared: one that ran to its end has passed, or wrote something else. */
    public Ending ending(Ending ran, String wanted, String written) {
        return ran != Ending.ENDED ? ran : admits(wanted, written) ? Ending.PASSED : Ending.OTHER_OUTPUT;
    }

    /**
     * Returns the number of the first line that is not as it is wanted, from 1; 0 if every line is. Lines that are compared as
     * a set are all in their places: then it is the first that is written and not wanted, or the one after the last.
     */
    public int firstOther(String wanted, String written) {
        if (way == Way.SET) {
            return firstBesides(wanted, written);
        }
        List<String> one = way == Way.EXACT ? split(wanted) : lines(wanted);
        List<String> other = way == Way.EXACT ? split(written) : lines(written);
        for (int i = 0; i < Math.min(one.size(), other.size()); i++) {
            if (!isSame(one.get(i), other.get(i))) {
                return i + 1;
            }
        }
        return one.size() == other.size() ? 0 : Math.min(one.size(), other.size()) + 1;
    }

    private static int firstBesides(String wanted, String written) {
        Map<String, Integer> left = new HashMap<>();
        int missing = 0;
        for (String line : lines(wanted)) {
            if (!line.isEmpty()) {
                left.merge(line, 1, Integer::sum);
                missing++;
            }
        }
        List<String> lines = lines(written);
        for (int i = 0; i < lines.size(); i++) {
            String line = lines.get(i);
            if (!line.isEmpty()) {
                int times = left.getOrDefault(line, 0);
                if (times == 0) {
                    return i + 1;
                }
                left.put(line, times - 1);
                missing--;
            }
        }
        return missing == 0 ? 0 : lines.size() + 1;
    }

    private boolean isSame(String wanted, String written) {
        if (way != Way.NUMBERS) {
            return wanted.equals(written);
        }
        List<String> ones = words(wanted);
        List<String> others = words(written);
        boolean same = ones.size() == others.size();
        for (int i = 0; same && i < ones.size(); i++) {
            same = isNear(ones.get(i), others.get(i));
        }
        return same;
    }

    private boolean isNear(String wanted, String written) {
        return wanted.equals(written)
                || number(wanted)
                        .flatMap(one -> number(written)
                                .filter(other -> one.minus(other).abs().compareTo(tolerance) <= 0))
                        .isPresent();
    }

    /** Programs write numbers with a point; what people may type besides is no number here. */
    private static Optional<Rational> number(String word) {
        return word.indexOf(',') >= 0 || word.indexOf('/') >= 0 ? Optional.empty() : Numeral.read(word);
    }

    /*
     * Texts are taken apart sign by sign: one regular expression would bring all of them into the browser's rulebook, thirty
     * kilobytes.
     */

    private static List<String> words(String line) {
        List<String> words = new ArrayList<>();
        int from = 0;
        for (int i = 0; i <= line.length(); i++) {
            if (i == line.length() || isBlank(line.charAt(i))) {
                if (i > from) {
                    words.add(line.substring(from, i));
                }
                from = i + 1;
            }
        }
        return words;
    }

    /** Blanks are those of ASCII: what programs write between words, and at the ends of lines by mistake. */
    private static boolean isBlank(char c) {
        return c == ' ' || c >= '\t' && c <= '\r';
    }

    private static String withoutBlanksAtItsEnd(String line) {
        int end = line.length();
        while (end > 0 && isBlank(line.charAt(end - 1))) {
            end--;
        }
        return line.substring(0, end);
    }

    private static List<String> split(String text) {
        List<String> lines = new ArrayList<>();
        int from = 0;
        for (int end = text.indexOf('\n'); end >= 0; end = text.indexOf('\n', from)) {
            lines.add(text.substring(from, end));
            from = end + 1;
        }
        lines.add(text.substring(from));
        return lines;
    }

    private static List<String> lines(String text) {
        List<String> lines = new ArrayList<>();
        for (String line : split(text)) {
            lines.add(withoutBlanksAtItsEnd(line));
        }
        while (!lines.isEmpty() && lines.getLast().isEmpty()) {
            lines.removeLast();
        }
        return lines;
    }
}
