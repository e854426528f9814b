package dauntingledger.rulebook.tools;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.calculator.Angle;
import dauntingledger.rulebook.calculator.Calculator;
import dauntingledger.rulebook.highlight.Brush;
import dauntingledger.rulebook.paper.ExhibitId;
import dauntingledger.rulebook.paper.Tool;
import dauntingledger.rulebook.sketch.Shape;
import dauntingledger.rulebook.worksheet.CellRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Something that is done with a tool. Each is bounded, so that it fits into one line of a ledger. */
public sealed interface ToolUse {

    /** The tools that are a calculator. */
    Set<Tool> CALCULATORS = Set.of(Tool.BASIC_CALCULATOR, Tool.SCIENTIFIC_CALCULATOR);

    /** Returns the tools any of which must be offered for this; empty if it belongs to none of them. */
    default Set<Tool> tools() {
        return Set.of();
    }

    /** Returns whether there is something for it to do in {@code box}. */
    default boolean changes(Toolbox box) {
        return true;
    }

    /** Returns whether {@code box} has room for what it adds. */
    default boolean fits(Toolbox box) {
        return true;
    }

    /** A use that adds a line to the tape of the calculator. */
    sealed interface OnTape extends ToolUse {
        @Override
        default Set<Tool> tools() {
            return CALCULATORS;
        }

        @Override
        default boolean fits(Toolbox box) {
            return box.tape().size() < Toolbox.MOST_LINES;
        }
    }

    /** Works out a sum. What it comes to follows from the tape and is not kept. */
    record SumDone(String sum, Angle angle) implements OnTape {
        public SumDone {
            requireNonNull(angle, "angle");
            if (sum.isBlank() || sum.length() > Calculator.MOST_TYPED) {
                throw new IllegalArgumentException(
                        "a sum has 1 to " + Calculator.MOST_TYPED + " characters, but had " + sum.length());
            }
        }
    }

    /** Adds the last answer to the memory, takes it off, or empties the memory. */
    record MemoryUsed(Memory key) implements OnTape {
        public MemoryUsed {
            requireNonNull(key, "key");
        }
    }

    /** What is done with the memory. */
    enum Memory {
        ADD,
        SUBTRACT,
        CLEAR
    }

    record TapeCleared() implements ToolUse {
        @Override
        public Set<Tool> tools() {
            return CALCULATORS;
        }
    }

    /** Gives cells of the worksheet what they hold, all in one stroke. */
    record CellsWritten(Map<CellRef, CellEdit> cells) implements ToolUse {
        public static final int MOST_CELLS = 500;
        public static final int MOST_CHARACTERS = 12_000;

        public CellsWritten {
            cells = Map.copyOf(cells);
            int characters = cells.values().stream()
                    .mapToInt(edit -> edit.typed().length())
                    .sum();
            if (cells.isEmpty() || cells.size() > MOST_CELLS || characters > MOST_CHARACTERS) {
                throw new IllegalArgumentException("1 to " + MOST_CELLS + " cells with " + MOST_CHARACTERS
                        + " characters at most are written in one stroke, but these are " + cells.size() + " with "
                        + characters);
            }
        }

        /** Returns the strokes in which any number of cells is written. */
        public static List<CellsWritten> strokes(Map<CellRef, CellEdit> cells) {
            List<CellsWritten> strokes = new ArrayList<>();
            Map<CellRef, CellEdit> stroke = new TreeMap<>();
            int characters = 0;
            for (Map.Entry<CellRef, CellEdit> cell : new TreeMap<>(cells).entrySet()) {
                int length = cell.getValue().typed().length();
                if (stroke.size() == MOST_CELLS || characters + length > MOST_CHARACTERS) {
                    strokes.add(new CellsWritten(stroke));
                    stroke = new TreeMap<>();
                    characters = 0;
                }
                stroke.put(cell.getKey(), cell.getValue());
                characters += length;
            }
            if (!stroke.isEmpty()) {
                strokes.add(new CellsWritten(stroke));
            }
            return strokes;
        }

        @Override
        public Set<Tool> tools() {
            return Set.of(Tool.WORKSHEET);
        }
    }

    /**
     * Sets the width of a column.
     *
     * @param width in CSS pixels at the usual text size
     */
    record ColumnSized(int column, int width) implements ToolUse {
        public static final int LEAST = 40;
        public static final int MOST = 600;

        public ColumnSized {
            if (column < 0 || column >= CellRef.COLUMNS || width < LEAST || width > MOST) {
                throw new IllegalArgumentException("a column of the worksheet is " + LEAST + " to " + MOST
                        + " wide, but column " + column + " was given " + width);
            }
        }

        @Override
        public Set<Tool> tools() {
            return Set.of(Tool.WORKSHEET);
        }
    }

    /** Draws shapes, in place of those with the same numbers, and takes others away, all in one stroke. */
    record SketchChanged(List<Shape> drawn, Set<Integer> erased) implements ToolUse {
        public static final int MOST_DRAWN = 20;
        public static final int MOST_COORDINATES = 4_000;
        public static final int MOST_ERASED = 1_000;

        public SketchChanged {
            drawn = List.copyOf(drawn);
            erased = Set.copyOf(erased);
            int coordinates =
                    drawn.stream().mapToInt(shape -> shape.points().size()).sum();
            if (drawn.isEmpty() && erased.isEmpty()
                    || drawn.size() > MOST_DRAWN
                    || coordinates > MOST_COORDINATES
                    || erased.size() > MOST_ERASED) {
                throw new IllegalArgumentException("1 to " + MOST_DRAWN + " shapes of " + MOST_COORDINATES
                        + " coordinates are drawn and " + MOST_ERASED + " erased in one stroke at most, but these are "
                        + drawn.size() + " of " + coordinates + " and " + erased.size());
            }
        }

        @Override
        public Set<Tool> tools() {
            return Set.of(Tool.SKETCH);
        }

        @Override
        public boolean fits(Toolbox box) {
            return box.after(this).shapes().size() <= Toolbox.MOST_SHAPES;
        }
    }

    /** A tool that remembers its strokes. */
    enum Undoable {
        WORKSHEET(Tool.WORKSHEET),
        SKETCH(Tool.SKETCH);

        private final Tool tool;

        Undoable(Tool tool) {
            this.tool = tool;
        }

        public Tool tool() {
            return tool;
        }
    }

    record Undone(Undoable tool) implements ToolUse {
        public Undone {
            requireNonNull(tool, "tool");
        }

        @Override
        public Set<Tool> tools() {
            return Set.of(tool.tool());
        }

        @Override
        public boolean changes(Toolbox box) {
            return box.canUndo(tool);
        }
    }

    record Redone(Undoable tool) implements ToolUse {
        public Redone {
            requireNonNull(tool, "tool");
        }

        @Override
        public Set<Tool> tools() {
            return Set.of(tool.tool());
        }

        @Override
        public boolean changes(Toolbox box) {
            return box.canRedo(tool);
        }
    }

    record TextMarked(Anchor anchor, Brush brush) implements ToolUse {
        public TextMarked {
            requireNonNull(anchor, "anchor");
            requireNonNull(brush, "brush");
        }

        @Override
        public Set<Tool> tools() {
            return Set.of(Tool.MARKS);
        }

        @Override
        public boolean fits(Toolbox box) {
            return box.marks(anchor.text()).runs().size() < Toolbox.MOST_RUNS;
        }
    }

    /** Writes a note, in place of the one with the same number. */
    record NoteWritten(Note note) implements ToolUse {
        public NoteWritten {
            requireNonNull(note, "note");
        }

        @Override
        public Set<Tool> tools() {
            return Set.of(Tool.NOTES);
        }

        @Override
        public boolean fits(Toolbox box) {
            return box.note(note.number()).isPresent() || box.notes().size() < Toolbox.MOST_NOTES;
        }
    }

    record NoteRemoved(int number) implements ToolUse {
        @Override
        public Set<Tool> tools() {
            return Set.of(Tool.NOTES);
        }

        @Override
        public boolean changes(Toolbox box) {
            return box.note(number).isPresent();
        }
    }

    record ExhibitTurned(ExhibitId exhibit, ExhibitView view) implements ToolUse {
        public ExhibitTurned {
            requireNonNull(exhibit, "exhibit");
            requireNonNull(view, "view");
        }
    }

    record PanelPlaced(Panel panel, PanelPlace place) implements ToolUse {
        public PanelPlaced {
            requireNonNull(panel, "panel");
            requireNonNull(place, "place");
        }
    }
}
