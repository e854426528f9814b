package dauntingledger.rulebook.tools;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.calculator.Angle;
import dauntingledger.rulebook.calculator.Calculator;
import dauntingledger.rulebook.marks.Brush;
import dauntingledger.rulebook.paper.ExhibitId;
import dauntingledger.rulebook.sheet.CellRef;
import dauntingledger.rulebook.sketch.Shape;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Something that is done with a tool. */
public sealed interface ToolUse {

    /** A use that adds a line to the tape of the calculator. */
    sealed interface OnTape extends ToolUse {}

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

    record TapeCleared() implements ToolUse {}

    /** Gives cells of the worksheet what they hold, all in one stroke. */
    record CellsWritten(Map<CellRef, CellEdit> cells) implements ToolUse {
        public CellsWritten {
            cells = Map.copyOf(cells);
            if (cells.isEmpty()) {
                throw new IllegalArgumentException("at least one cell is written");
            }
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
    }

    /** Draws shapes, in place of those with the same numbers, and takes others away, all in one stroke. */
    record SketchChanged(List<Shape> drawn, Set<Integer> erased) implements ToolUse {
        public SketchChanged {
            drawn = List.copyOf(drawn);
            erased = Set.copyOf(erased);
            if (drawn.isEmpty() && erased.isEmpty()) {
                throw new IllegalArgumentException("at least one shape is drawn or erased");
            }
        }
    }

    /** A tool that remembers its strokes. */
    enum Undoable {
        WORKSHEET,
        SKETCH
    }

    record Undone(Undoable tool) implements ToolUse {
        public Undone {
            requireNonNull(tool, "tool");
        }
    }

    record Redone(Undoable tool) implements ToolUse {
        public Redone {
            requireNonNull(tool, "tool");
        }
    }

    record TextMarked(Anchor anchor, Brush brush) implements ToolUse {
        public TextMarked {
            requireNonNull(anchor, "anchor");
            requireNonNull(brush, "brush");
        }
    }

    /** Writes a note, in place of the one with the same number. */
    record NoteWritten(Note note) implements ToolUse {
        public NoteWritten {
            requireNonNull(note, "note");
        }
    }

    record NoteRemoved(int number) implements ToolUse {}

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
