package dauntingledger.rulebook.tools;

import dauntingledger.rulebook.worksheet.CellRef;
import java.util.Map;
import java.util.TreeMap;

/**
 * What a text from elsewhere is for a worksheet: a row a line, with tabs between cells.
 *
 * @param cells what is to be typed
 * @param leftOut how many cells are not among these, because they would lie off the sheet or are too long
 */
public record Pasted(Map<CellRef, String> cells, int leftOut) {

    public Pasted {
        cells = Map.copyOf(cells);
    }

    /** Reads a text whose first cell is to be {@code at}; a control character counts as a space. */
    public static Pasted of(String text, CellRef at) {
        Map<CellRef, String> cells = new TreeMap<>();
        int leftOut = 0;
        String[] lines = text.replace("\r\n", "\n").split("\n");
        for (int row = 0; row < lines.length; row++) {
            String[] typed = lines[row].split("\t", -1);
            for (int column = 0; column < typed.length; column++) {
                boolean fits = CellRef.isOnSheet(at.column() + column, at.row() + row)
                        && typed[column].length() <= CellEdit.MOST_TYPED;
                if (fits) {
                    cells.put(new CellRef(at.column() + column, at.row() + row), oneLine(typed[column]));
                }
                leftOut += fits ? 0 : 1;
            }
        }
        return new Pasted(cells, leftOut);
    }

    private static String oneLine(String typed) {
        StringBuilder line = new StringBuilder(typed);
        for (int i = 0; i < line.length(); i++) {
            if (Character.isISOControl(line.charAt(i))) {
                line.setCharAt(i, ' ');
            }
        }
        return line.toString();
    }
}
