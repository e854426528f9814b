package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.Equipment;
import dauntingledger.rulebook.paper.Exhibit;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Tool;
import dauntingledger.rulebook.tools.Panel;
import dauntingledger.rulebook.tools.Toolbox;
import java.util.Set;
import java.util.stream.Stream;

/** The tools of a sitting: what lies in them, and which there are at the question in view. */
public final class SittingTools {

    private final Sitting sitting;
    private final State state;

    SittingTools(Sitting sitting, State state) {
        this.sitting = sitting;
        this.state = state;
    }

    /** Returns everything that lies in the candidate's tools. */
    public Toolbox contents() {
        return state.tools;
    }

    /** Returns the tools that the section of the question in view offers; none where no question is in view. */
    public Set<Tool> offered() {
        return new ToolPermission(state).offered();
    }

    /** Returns the panels that can be opened at the question in view. */
    public Set<Panel> panels() {
        return Panel.offered(offered(), exhibitsInView().findAny().isPresent());
    }

    /**
     * Returns the exhibits that may be looked at now, while the candidate is at the desk: those of the questions of the
     * open block that have been in view or may come into view.
     */
    public Stream<Exhibit> exhibits() {
        return sitting.route().openBlock().stream()
                .flatMap(block -> block.items()
                        .filter(item -> maySee(item.id()))
                        .flatMap(item -> equipment().exhibitsOf(item.id(), block)))
                .distinct();
    }

    /** Returns the exhibits of the question in view. */
    public Stream<Exhibit> exhibitsInView() {
        return state.states.inView().stream()
                .flatMap(item -> sitting.route().openBlock().stream()
                        .flatMap(block -> equipment().exhibitsOf(item, block)));
    }

    /** Returns whether a question of the open block has been in view or may come into view now. */
    public boolean maySee(ItemId item) {
        return sitting.questions().get(item).opened()
                || sitting.permits(new Act.QuestionOpened(item), sitting.now()).isPermitted();
    }

    private Equipment equipment() {
        return state.paper().rules().equipment();
    }
}
