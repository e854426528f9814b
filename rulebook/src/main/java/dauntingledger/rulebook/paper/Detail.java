package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import java.util.List;
import java.util.Optional;

/**
 * Something that is asked of a person: their telephone, a date of birth, a place to sit at.
 *
 * @param id names it, in forms and in the ledger: small letters, digits, hyphens
 * @param label what people read
 * @param choices what can be chosen; empty for other kinds
 */
public record Detail(String id, String label, Kind kind, List<String> choices, boolean required) {

    public static final int LONGEST_VALUE = 200;
    public static final int MOST = 12;

    private static final int LONGEST_LABEL = 120;
    private static final int DATE_LENGTH = 10;
    private static final int[] DAYS = {31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31};

    /** Kinds of values. */
    public enum Kind {
        TEXT,
        /** A day by ISO 8601, like {@code 2001-05-09}. */
        DATE,
        CHOICE
    }

    /** What can be wrong with a value. */
    public enum Problem {
        MISSING,
        TOO_LONG,
        CONTROL_CHARACTER,
        NO_DATE,
        NO_CHOICE
    }

    /** @throws IllegalArgumentException if it could not be asked so */
    public Detail {
        requireNonNull(kind, "kind");
        choices = List.copyOf(choices);
        if (!isId(requireNonNull(id, "id"))) {
            throw new IllegalArgumentException("a detail is named by small letters, digits and hyphens, not by " + id);
        }
        if (requireNonNull(label, "label").isBlank() || label.length() > LONGEST_LABEL) {
            throw new IllegalArgumentException(
                    "the label of a detail has 1 to " + LONGEST_LABEL + " characters, but was " + label.length());
        }
        if ((kind == Kind.CHOICE) != (choices.size() > 1)) {
            throw new IllegalArgumentException("a choice, and nothing else, has choices, two at least: " + id);
        }
    }

    private static boolean isId(String id) {
        return !id.isEmpty()
                && id.length() <= 32
                && id.chars().allMatch(c -> c >= 'a' && c <= 'z' || c >= '0' && c <= '9' || c == '-');
    }

    /** Returns what is wrong with {@code value}; an empty one is good where nothing is required. */
    public Optional<Problem> problem(String value) {
        if (value.isBlank()) {
            return required ? Optional.of(Problem.MISSING) : Optional.empty();
        }
        if (value.length() > LONGEST_VALUE) {
            return Optional.of(Problem.TOO_LONG);
        }
        if (value.chars().anyMatch(Character::isISOControl)) {
            return Optional.of(Problem.CONTROL_CHARACTER);
        }
        return switch (kind) {
            case TEXT -> Optional.empty();
            case DATE -> isDate(value) ? Optional.empty() : Optional.of(Problem.NO_DATE);
            case CHOICE -> choices.contains(value) ? Optional.empty() : Optional.of(Problem.NO_CHOICE);
        };
    }

    /** By hand, because parsing would bring all formatters into the browser. */
    private static boolean isDate(String value) {
        if (value.length() != DATE_LENGTH || value.charAt(4) != '-' || value.charAt(7) != '-') {
            return false;
        }
        int year = number(value, 0, 4);
        int month = number(value, 5, 7);
        int day = number(value, 8, 10);
        if (year < 0 || month < 1 || month > DAYS.length || day < 1 || day > DAYS[month - 1]) {
            return false;
        }
        boolean leap = year % 4 == 0 && (year % 100 != 0 || year % 400 == 0);
        return month != 2 || day < 29 || leap;
    }

    private static int number(String text, int from, int to) {
        int number = 0;
        for (int i = from; i < to; i++) {
            int digit = text.charAt(i) - '0';
            if (digit < 0 || digit > 9) {
                return -1;
            }
            number = 10 * number + digit;
        }
        return number;
    }
}
