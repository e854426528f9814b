package dauntingledger.rulebook.tools;

import dauntingledger.rulebook.highlight.HighlightedText;
import dauntingledger.rulebook.paper.ExhibitId;
import dauntingledger.rulebook.sketch.Shape;
import dauntingledger.rulebook.worksheet.CellRef;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/** Everything that lies in a candidate's tools. Immutable; each use gives another. */
public final class Toolbox {

    public static final Toolbox EMPTY = new Toolbox();

    /** How many notes there may be. */
    public static final int MOST_NOTES = 300;

    /** How many shapes there may be on all pages. */
    public static final int MOST_SHAPES = 3_000;

    /** How many stretches may be marked in one text. */
    public static final int MOST_RUNS = 2_000;

    /** How many lines the tape may have. */
    public static final int MOST_LINES = 5_000;

    private final Board<CellRef, CellEdit> cells;
    private final SortedMap<Integer, Integer> widths;
    private final List<ToolUse.OnTape> tape;
    private final Board<Integer, Shape> shapes;
    private final Map<TextId, HighlightedText> marks;
    private final SortedMap<Integer, Note> notes;
    private final Map<ExhibitId, ExhibitView> exhibits;
    private final Map<Panel, PanelPlace> panels;

    private Toolbox() {
        this(Board.empty(), new TreeMap<>(), List.of(), Board.empty(), Map.of(), new TreeMap<>(), Map.of(), Map.of());
    }

    private Toolbox(
            Board<CellRef, CellEdit> cells,
            SortedMap<Integer, Integer> widths,
            List<ToolUse.OnTape> tape,
            Board<Integer, Shape> shapes,
            Map<TextId, HighlightedText> marks,
            SortedMap<Integer, Note> notes,
            Map<ExhibitId, ExhibitView> exhibits,
            Map<Panel, PanelPlace> panels) {
        this.cells = cells;
        this.widths = widths;
        this.tape = tape;
        this.shapes = shapes;
        this.marks = marks;
        this.notes = notes;
        this.exhibits = exhibits;
        this.panels = panels;
    }

    /** Returns the cells that hold something, in the order of the sheet. */
    public Map<CellRef, CellEdit> cells() {
        return Collections.unmodifiableMap(cells.content());
    }

    /** Returns the widths of those columns that were given one. */
    public Map<Integer, Integer> widths() {
        return Collections.unmodifiableMap(widths);
    }

    public List<ToolUse.OnTape> tape() {
        return Collections.unmodifiableList(tape);
    }

    public List<Shape> shapes() {
        return List.copyOf(shapes.content().values());
    }

    public Map<TextId, HighlightedText> marks() {
        return Collections.unmodifiableMap(marks);
    }

    public List<Note> notes() {
        return List.copyOf(notes.values());
    }

    public Map<ExhibitId, ExhibitView> exhibits() {
        return Collections.unmodifiableMap(exhibits);
    }

    public Map<Panel, PanelPlace> panels() {
        return Collections.unmodifiableMap(panels);
    }

    public boolean canUndo(ToolUse.Undoable tool) {
        return !board(tool).past().isEmpty();
    }

    public boolean canRedo(ToolUse.Undoable tool) {
        return !board(tool).future().isEmpty();
    }

    private Board<?, ?> board(ToolUse.Undoable tool) {
        return switch (tool) {
            case WORKSHEET -> cells;
            case SKETCH -> shapes;
        };
    }

    /** Returns the marks on a text. */
    public HighlightedText marks(TextId text) {
        return marks.getOrDefault(text, HighlightedText.UNMARKED);
    }

    public Optional<Note> note(int number) {
        return Optional.ofNullable(notes.get(number));
    }

    /** Returns the toolbox after a use that has something to do. */
    public Toolbox after(ToolUse use) {
        return switch (use) {
            case ToolUse.OnTape line -> with(recorded(line));
            case ToolUse.TapeCleared cleared -> with(List.of());
            case ToolUse.CellsWritten written -> withCells(cells.changed(strokeOf(written)));
            case ToolUse.ColumnSized sized -> withWidths(sorted(widths, sized.column(), sized.width()));
            case ToolUse.SketchChanged changed -> withShapes(shapes.changed(strokeOf(changed)));
            case ToolUse.Undone undone ->
                switch (undone.tool()) {
                    case WORKSHEET -> withCells(cells.undone());
                    case SKETCH -> withShapes(shapes.undone());
                };
            case ToolUse.Redone redone ->
                switch (redone.tool()) {
                    case WORKSHEET -> withCells(cells.redone());
                    case SKETCH -> withShapes(shapes.redone());
                };
            case ToolUse.TextMarked marked ->
                withMarks(put(marks, marked.anchor().text(), painted(marked)));
            case ToolUse.NoteWritten written ->
                withNotes(sorted(notes, written.note().number(), written.note()));
            case ToolUse.NoteRemoved removed -> withoutNote(removed.number());
            case ToolUse.ExhibitTurned turned -> withExhibits(put(exhibits, turned.exhibit(), turned.view()));
            case ToolUse.PanelPlaced placed -> withPanels(put(panels, placed.panel(), placed.place()));
        };
    }

    /** Returns the toolbox without what was worked out on the side: worksheet, sketch and tape. */
    public Toolbox withoutScratch() {
        return new Toolbox(Board.empty(), new TreeMap<>(), List.of(), Board.empty(), marks, notes, exhibits, panels);
    }

    private Toolbox with(List<ToolUse.OnTape> other) {
        return new Toolbox(cells, widths, other, shapes, marks, notes, exhibits, panels);
    }

    private Toolbox withCells(Board<CellRef, CellEdit> other) {
        return new Toolbox(other, widths, tape, shapes, marks, notes, exhibits, panels);
    }

    private Toolbox withShapes(Board<Integer, Shape> other) {
        return new Toolbox(cells, widths, tape, other, marks, notes, exhibits, panels);
    }

    private Toolbox withMarks(Map<TextId, HighlightedText> other) {
        return new Toolbox(cells, widths, tape, shapes, other, notes, exhibits, panels);
    }

    private Toolbox withNotes(SortedMap<Integer, Note> other) {
        return new Toolbox(cells, widths, tape, shapes, marks, other, exhibits, panels);
    }

    private Toolbox withoutNote(int number) {
        SortedMap<Integer, Note> next = new TreeMap<>(notes);
        next.remove(number);
        return withNotes(next);
    }

    private Toolbox withWidths(SortedMap<Integer, Integer> other) {
        return new Toolbox(cells, other, tape, shapes, marks, notes, exhibits, panels);
    }

    private Toolbox withExhibits(Map<ExhibitId, ExhibitView> other) {
        return new Toolbox(cells, widths, tape, shapes, marks, notes, other, panels);
    }

    private Toolbox withPanels(Map<Panel, PanelPlace> other) {
        return new Toolbox(cells, widths, tape, shapes, marks, notes, exhibits, other);
    }

    private List<ToolUse.OnTape> recorded(ToolUse.OnTape line) {
        List<ToolUse.OnTape> next = new ArrayList<>(tape);
        next.add(line);
        return next;
    }

    private HighlightedText painted(ToolUse.TextMarked marked) {
        Anchor anchor = marked.anchor();
        return marks(anchor.text()).painted(anchor.startInclusive(), anchor.endExclusive(), marked.brush());
    }

    private static Map<CellRef, Optional<CellEdit>> strokeOf(ToolUse.CellsWritten written) {
        Map<CellRef, Optional<CellEdit>> stroke = new HashMap<>();
        written.cells()
                .forEach((cell, edit) ->
                        stroke.put(cell, edit.equals(CellEdit.EMPTY) ? Optional.empty() : Optional.of(edit)));
        return stroke;
    }

    private static Map<Integer, Optional<Shape>> strokeOf(ToolUse.SketchChanged changed) {
        Map<Integer, Optional<Shape>> stroke = new HashMap<>();
        changed.erased().forEach(number -> stroke.put(number, Optional.empty()));
        changed.drawn().forEach(shape -> stroke.put(shape.number(), Optional.of(shape)));
        return stroke;
    }

    private static <V> SortedMap<Integer, V> sorted(SortedMap<Integer, V> map, int key, V value) {
        SortedMap<Integer, V> next = new TreeMap<>(map);
        next.put(key, value);
        return next;
    }

    private static <K, V> Map<K, V> put(Map<K, V> map, K key, V value) {
        Map<K, V> next = new HashMap<>(map);
        next.put(key, value);
        return next;
    }
}
