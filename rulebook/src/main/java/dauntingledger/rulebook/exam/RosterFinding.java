package dauntingledger.rulebook.exam;

import static java.util.Objects.requireNonNull;

import java.util.Locale;

/**
 * What is wrong with a roster.
 *
 * @param line the line of the file, from 1, in which the row begins
 * @param column the heading of the column; empty where it is about the whole row or file
 * @param detail what the words need to name it: a value, a bound; may be empty
 */
public record RosterFinding(int line, String column, Problem problem, String detail) {

    public RosterFinding {
        requireNonNull(column, "column");
        requireNonNull(problem, "problem");
        requireNonNull(detail, "detail");
    }

    /** Kinds of what can be wrong. */
    public enum Problem {
        EMPTY_FILE,
        NOT_UTF_8,
        BROKEN_QUOTES,
        TOO_MANY_LINES,
        UNKNOWN_COLUMN,
        COLUMN_TWICE,
        COLUMN_MISSING,
        CELLS_TOO_MANY,
        MISSING,
        TWICE,
        NUMBER_WRONG,
        NUMBER_OF_STAFF,
        CONTROL_CHARACTER,
        TOO_LONG,
        EMAIL_WRONG,
        UNKNOWN_ROOM,
        SEAT_WITHOUT_ROOM,
        SEAT_NOT_THERE,
        SEAT_TAKEN,
        SEAT_TAKEN_BY,
        COME_IN,
        FACTOR_WRONG,
        MINUTES_WRONG,
        NO_PLACE_FOR_BREAK,
        UNKNOWN_LANGUAGE,
        PHONE_WRONG,
        SUPERVISOR_MISSING,
        SUPERVISOR_IN_ROOM;

        /** Returns its name as words name it, like {@code seat-taken}. */
        public String key() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }
    }
}
