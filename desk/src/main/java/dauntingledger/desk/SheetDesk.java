package dauntingledger.desk;

import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.plain.ToolboxCodec;
import dauntingledger.rulebook.tools.CellEdit;
import dauntingledger.rulebook.tools.Pasted;
import dauntingledger.rulebook.worksheet.Area;
import dauntingledger.rulebook.worksheet.CellFormat;
import dauntingledger.rulebook.worksheet.CellRef;
import dauntingledger.rulebook.worksheet.Worksheet;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import org.teavm.jso.JSExport;
import org.teavm.jso.JSObject;
import org.teavm.jso.core.JSArrayReader;

/** The worksheet at a candidate's desk. Cells are named as in {@code B12}; results are JSON texts. */
public final class SheetDesk {

    private final Worksheet sheet = new Worksheet();
    private final Map<CellRef, CellFormat> formats = new HashMap<>();

    SheetDesk(List<Object> cells) {
        write(cells);
    }

    /** Types into cells and formats them; returns every cell that shows something else now or may do so. */
    @JSExport
    public String write(JSArrayReader<JSObject> cells) {
        return CanonicalJson.write(ToolboxCodec.shown(sheet, write(PlainValues.list(cells)), this::format));
    }

    private List<CellRef> write(List<Object> cells) {
        Map<CellRef, String> typed = new HashMap<>();
        cells.forEach(plain -> ToolboxCodec.cell(plain, (cell, edit) -> {
            typed.put(cell, edit.typed());
            formats.put(cell, edit.format());
        }));
        return sheet.write(typed);
    }

    private CellFormat format(CellRef cell) {
        return Objects.requireNonNullElse(formats.get(cell), CellFormat.GENERAL);
    }

    /** Returns cells to be written in as many strokes as they need, each an entry. */
    @JSExport
    public String strokes(JSArrayReader<JSObject> cells) {
        Map<CellRef, CellEdit> edits = new TreeMap<>();
        PlainValues.list(cells).forEach(plain -> ToolboxCodec.cell(plain, edits::put));
        return CanonicalJson.write(ToolboxCodec.strokes(edits));
    }

    /** Returns the format of a cell after something is typed into it that may look like a date or a per cent. */
    @JSExport
    public String formatAfter(String cell, String typed) {
        CellFormat before = format(CellRef.of(cell));
        return PlainNames.name(before == CellFormat.GENERAL ? CellFormat.of(typed) : before);
    }

    /** Returns one cell, whether or not it holds something. */
    @JSExport
    public String cell(String name) {
        return CanonicalJson.write(ToolboxCodec.shown(sheet, List.of(CellRef.of(name)), this::format)
                .getFirst());
    }

    /** Returns the cells to be written so that the block between two corners is moved to a third cell. */
    @JSExport
    public String moved(String first, String last, String to) {
        CellRef target = CellRef.of(to);
        Area from = area(first, last);
        return edits(
                sheet.moved(from, target),
                cell -> origin(cell, from, target).filter(from::contains).orElse(cell));
    }

    /** Returns the cell that {@code cell} was made from when a block was brought to {@code to}, if it is on the sheet. */
    private static Optional<CellRef> origin(CellRef cell, Area from, CellRef to) {
        int column = cell.column() - to.column() + from.first().column();
        int row = cell.row() - to.row() + from.first().row();
        return CellRef.isOnSheet(column, row) ? Optional.of(new CellRef(column, row)) : Optional.empty();
    }

    /** Returns the cells to be written for a text from elsewhere, and how many of it do not fit. */
    @JSExport
    public String pasted(String text, String at) {
        Pasted pasted = Pasted.of(text, CellRef.of(at));
        List<Object> cells = new ArrayList<>();
        new TreeMap<>(pasted.cells())
                .forEach((cell, typed) -> cells.add(Map.of(
                        "cell", cell.name(),
                        "typed", typed,
                        "format", formatAfter(cell.name(), typed))));
        return CanonicalJson.write(Map.of("cells", cells, "leftOut", pasted.leftOut()));
    }

    /** Returns every cell that holds something. */
    @JSExport
    public String all() {
        List<CellRef> cells = formats.keySet().stream().sorted().toList();
        return CanonicalJson.write(ToolboxCodec.shown(sheet, cells, this::format));
    }

    /** Returns the cells to be written so that the block between two corners is copied to a third cell. */
    @JSExport
    public String copied(String first, String last, String to) {
        CellRef target = CellRef.of(to);
        Area from = area(first, last);
        return edits(
                sheet.copied(from, target), cell -> origin(cell, from, target).orElseThrow());
    }

    /** Returns the cells to be written so that the upper row of the block between two corners fills the rest of it. */
    @JSExport
    public String filledDown(String first, String last) {
        Area area = area(first, last);
        return edits(
                sheet.filledDown(area),
                cell -> new CellRef(cell.column(), area.first().row()));
    }

    /** Returns the cells to be written so that the left column of the block between two corners fills the rest of it. */
    @JSExport
    public String filledRight(String first, String last) {
        Area area = area(first, last);
        return edits(sheet.filledRight(area), cell -> new CellRef(area.first().column(), cell.row()));
    }

    /** Writes edits of cells that have the formats of those they were made from. */
    private String edits(Map<CellRef, String> typed, UnaryOperator<CellRef> madeFrom) {
        Map<CellRef, Object> edits = new TreeMap<>();
        typed.forEach((cell, text) -> edits.put(
                cell,
                Map.of(
                        "cell", cell.name(),
                        "typed", text,
                        "format", PlainNames.name(format(madeFrom.apply(cell))))));
        return CanonicalJson.write(List.copyOf(edits.values()));
    }

    private static Area area(String first, String last) {
        return new Area(CellRef.of(first), CellRef.of(last));
    }
}
