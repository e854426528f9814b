package dauntingledger.rulebook.tools;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.worksheet.CellFormat;

/**
 * What a cell of the worksheet is given.
 *
 * @param typed empty for a cell that is cleared
 */
public record CellEdit(String typed, CellFormat format) {

    public static final CellEdit EMPTY = new CellEdit("", CellFormat.GENERAL);
    public static final int MOST_TYPED = 1_000;

    public CellEdit {
        requireNonNull(typed, "typed");
        requireNonNull(format, "format");
        if (typed.chars().anyMatch(Character::isISOControl)) {
            throw new IllegalArgumentException("a cell holds one line without control characters");
        }
        if (typed.length() > MOST_TYPED) {
            throw new IllegalArgumentException(
                    "a cell takes at most " + MOST_TYPED + " characters, but was given " + typed.length());
        }
    }
}
