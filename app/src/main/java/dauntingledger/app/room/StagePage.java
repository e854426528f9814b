package dauntingledger.app.room;

import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.sitting.Window;
import java.util.Optional;
import org.springframework.ui.Model;

/**
 * One kind of stage as candidates see it. Its template, and what the script {@code arrival.js} does on its page, are
 * called as the kind is in a ledger.
 */
interface StagePage<S extends Stage> {

    Class<S> kind();

    /** Gives the template what it shows besides the stage itself. */
    default void show(S stage, Here here, Model model) {}

    /** Returns what the instructions say of it, or empty if it needs no announcement. */
    default Optional<StageViews.Rule> rule(S stage, Paper paper, Window window) {
        return Optional.empty();
    }
}
