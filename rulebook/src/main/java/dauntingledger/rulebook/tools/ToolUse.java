package dauntingledger.rulebook.tools;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.calculator.Angle;
import dauntingledger.rulebook.calculator.Calculator;
import dauntingledger.rulebook.marks.Brush;
import dauntingledger.rulebook.paper.ExhibitId;
import dauntingledger.rulebook.sheet.CellRef;
import dauntingledger.rulebook.sketch.Shape;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Something that is done with a tool. Each is bounded, so that it fits into one line of a ledger. */
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
