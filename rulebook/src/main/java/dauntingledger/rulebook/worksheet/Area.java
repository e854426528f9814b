package dauntingledger.rulebook.worksheet;

import java.util.ArrayList;
import java.util.List;

/** A rectangle of cells, corners included. */
public record Area(CellRef first, CellRef last) {

    /** Puts the corners in order, whichever two opposite ones are given. */
    public Area {
        CellRef a = first;
        CellRef b = last;
        first = new CellRef(Math.min(a.column(), b.column()), Math.min(a.row(), b.row()));
        last = new CellRef(Math.max(a.column(), b.column()), Math.max(a.row(), b.row()));
    }

    public int columns() {
        return last.column() - first.column() + 1;
    }

    public int rows() {
        return last.row() - first.row() + 1;
    }

    public boolean contains(CellRef cell) {
        return cell.column() >= first.column()
                && cell.column() <= last.column()
                && cell.row() >= first.row()
                && cell.row() <= last.row();
    }

    public CellRef cell(int column, int row) {
        return new CellRef(first.column() + column, first.row() + row);
    }

    /** Returns the cells row by row. */
    public List<CellRef> cells() {
        List<CellRef> cells = new ArrayList<>(columns() * rows());
        for (int row = 0; row < rows(); row++) {
            for (int column = 0; column < columns(); column++) {
                cells.add(cell(column, row));
            }
        }
        return cells;
    }
}
