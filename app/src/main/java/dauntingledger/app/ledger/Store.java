package dauntingledger.app.ledger;

import java.util.Collection;
import java.util.List;
import java.util.Map;

/** Where ledger lines are kept: puts them there, and makes sure that they are on the disk. */
interface Store {

    /** Puts lines into the store, and with them what they change beside them: all of it or nothing. */
    void commit(List<LedgerLine> lines, List<SittingChange> changes);

    /**
     * Returns the number of the last line of each of some sittings, as it is stored now; one that has no line is left out.
     */
    Map<Long, Integer> ends(Collection<Long> sittings);

    /** Returns whether other nodes may write to the same store. */
    boolean isShared();

    /** Returns when everything that was committed is on the disk. */
    void sync();

    /** Lets go of everything that a failure may have broken, so that the next use begins anew. */
    void reopen();
}
