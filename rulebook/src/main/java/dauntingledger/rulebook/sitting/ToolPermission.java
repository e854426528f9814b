package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.Equipment;
import dauntingledger.rulebook.paper.ExhibitId;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.Tool;
import dauntingledger.rulebook.tools.ToolUse;
import java.util.Set;

/** The rules about the tools: the section of the question in view says which there are, and each holds only so much. */
final class ToolPermission {

    private final State state;

    ToolPermission(State state) {
        this.state = state;
    }

    Set<Tool> offered() {
        return state.states
                .inView()
                .map(item -> state.index.place(state.index.indexOf(item)).section())
                .map(equipment()::offered)
                .orElse(Set.of());
    }

    private Equipment equipment() {
        return state.paper().rules().equipment();
    }

    /** Judges a use while {@code block} is open. */
    Verdict judge(ToolUse use, Stage.Block block) {
        return switch (use) {
            case ToolUse.NoteWritten written when !isAsked(written.note().item(), block) -> Verdict.UNKNOWN_QUESTION;
            case ToolUse.ExhibitTurned turned when !isAtHand(turned.exhibit(), block) -> Verdict.UNKNOWN_EXHIBIT;
            default -> judge(use);
        };
    }

    private Verdict judge(ToolUse use) {
        if (!use.tools().isEmpty() && use.tools().stream().noneMatch(offered()::contains)) {
            return Verdict.TOOL_NOT_OFFERED;
        }
        if (!use.changes(state.tools)) {
            return Verdict.NOTHING_TO_CHANGE;
        }
        return use.fits(state.tools) ? Verdict.PERMITTED : Verdict.TOOL_FULL;
    }

    private static boolean isAsked(ItemId item, Stage.Block block) {
        return block.items().anyMatch(asked -> asked.id().equals(item));
    }

    private boolean isAtHand(ExhibitId exhibit, Stage.Block block) {
        return equipment().exhibitsIn(block).anyMatch(one -> one.id().equals(exhibit));
    }
}
