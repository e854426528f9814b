package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.ItemId;
import java.util.Optional;

/** Is told how the time of a sitting was spent while its entries are folded; instants in milliseconds. */
interface Watcher {

    Watcher NOBODY = new Watcher() {};

    /** @param item the question in view, if one was */
    default void used(int stage, Optional<ItemId> item, long fromMillis, long toMillis) {}

    /** A break of the candidate's own has ended. */
    default void rested(int stage, long fromMillis, long toMillis) {}

    default void paused(int stage, long fromMillis, long toMillis) {}
}
