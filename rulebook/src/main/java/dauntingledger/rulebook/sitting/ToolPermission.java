package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.marks.MarkedText;
import dauntingledger.rulebook.paper.Equipment;
import dauntingledger.rulebook.paper.ExhibitId;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.Tool;
import dauntingledger.rulebook.tools.Note;
import dauntingledger.rulebook.tools.ToolUse;
import dauntingledger.rulebook.tools.Toolbox;
import java.util.Set;

/** The rules about the tools: the section of the question in view says which there are, and each holds only so much. */
final class ToolPermission {

    private final Fold fold;

    ToolPermission(Fold fold) {
        this.fold = fold;
    }

    Set<Tool> offered() {
        return fold.sheets
                .inView()
                .map(item -> fold.index.place(fold.index.indexOf(item)).section())
                .map(equipment()::offered)
                .orElse(Set.of());
    }

    private Equipment equipment() {
        return fold.index.paper().conduct().equipment();
    }

    /** Judges a use while {@code block} is open. */
    Verdict judge(ToolUse use, Stage.Block block) {
        return switch (use) {
            case ToolUse.OnTape line ->
                ifOffered(isCalculatorOffered(), fold.tools.tape().size() < Toolbox.MOST_LINES);
            case ToolUse.TapeCleared cleared -> ifOffered(isCalculatorOffered(), true);
            case ToolUse.CellsWritten written -> ifOffered(isOffered(Tool.WORKSHEET), true);
            case ToolUse.ColumnSized sized -> ifOffered(isOffered(Tool.WORKSHEET), true);
            case ToolUse.SketchChanged changed -> ifOffered(isOffered(Tool.SKETCH), hasRoomFor(changed));
            case ToolUse.Undone undone -> changed(undone.tool(), fold.tools.canUndo(undone.tool()));
            case ToolUse.Redone redone -> changed(redone.tool(), fold.tools.canRedo(redone.tool()));
            case ToolUse.TextMarked marked -> ifOffered(isOffered(Tool.MARKS), hasRoomFor(marked));
            case ToolUse.NoteWritten written -> written(written.note(), block);
            case ToolUse.NoteRemoved removed ->
                !isOffered(Tool.NOTES)
                        ? Verdict.TOOL_NOT_OFFERED
                        : fold.tools.note(removed.number()).isPresent() ? Verdict.PERMITTED : Verdict.NOTHING_TO_CHANGE;
            case ToolUse.ExhibitTurned turned -> turned(turned.exhibit(), block);
            case ToolUse.PanelPlaced placed -> Verdict.PERMITTED;
        };
    }

    private boolean isOffered(Tool tool) {
        return offered().contains(tool);
    }

    private boolean isCalculatorOffered() {
        return isOffered(Tool.BASIC_CALCULATOR) || isOffered(Tool.SCIENTIFIC_CALCULATOR);
    }

    private static Verdict ifOffered(boolean offered, boolean room) {
        return offered ? room ? Verdict.PERMITTED : Verdict.TOOL_FULL : Verdict.TOOL_NOT_OFFERED;
    }

    private Verdict changed(ToolUse.Undoable tool, boolean possible) {
        boolean offered = switch (tool) {
            case WORKSHEET -> isOffered(Tool.WORKSHEET);
            case SKETCH -> isOffered(Tool.SKETCH);
        };
        return offered ? possible ? Verdict.PERMITTED : Verdict.NOTHING_TO_CHANGE : Verdict.TOOL_NOT_OFFERED;
    }

    private boolean hasRoomFor(ToolUse.SketchChanged changed) {
        return fold.tools.after(changed).shapes().size() <= Toolbox.MOST_SHAPES;
    }

    private boolean hasRoomFor(ToolUse.TextMarked marked) {
        MarkedText marks = fold.tools.marks(marked.anchor().text());
        return marks.runs().size() < Toolbox.MOST_RUNS;
    }

    private Verdict written(Note note, Stage.Block block) {
        if (block.sections().stream()
                .noneMatch(section -> section.items().anyMatch(item -> item.id().equals(note.item())))) {
            return Verdict.UNKNOWN_QUESTION;
        }
        boolean room =
                fold.tools.note(note.number()).isPresent() || fold.tools.notes().size() < Toolbox.MOST_NOTES;
        return ifOffered(isOffered(Tool.NOTES), room);
    }

    private Verdict turned(ExhibitId exhibit, Stage.Block block) {
        return equipment().exhibitsIn(block).anyMatch(one -> one.id().equals(exhibit))
                ? Verdict.PERMITTED
                : Verdict.UNKNOWN_EXHIBIT;
    }
}
