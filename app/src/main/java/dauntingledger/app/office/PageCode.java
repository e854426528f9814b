package dauntingledger.app.office;

import dauntingledger.rulebook.number.CheckDigit;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What stands on each page of a booklet, as a square code in its upper right corner and in digits: ten of the sitting, three
 * of the page, from 1, and a check digit.
 */
public record PageCode(long sitting, int page) {

    /** How far from the edges of the page the code stands, in points. */
    public static final float EDGE = 54;

    /** How wide and high the square code is with its quiet zone, in points. */
    public static final float SIZE = 58;

    private static final Pattern DIGITS = Pattern.compile("(\\d{10})(\\d{3})\\d");

    public String digits() {
        String digits = String.format(Locale.ROOT, "%010d%03d", sitting, page);
        return digits + CheckDigit.of(digits);
    }

    /** Reads a code; returns nothing if it is none, or its check digit is not right. */
    public static Optional<PageCode> read(String digits) {
        Matcher read = DIGITS.matcher(digits);
        return read.matches() && CheckDigit.isRight(digits)
                ? Optional.of(new PageCode(Long.parseLong(read.group(1)), Integer.parseInt(read.group(2))))
                : Optional.empty();
    }
}
