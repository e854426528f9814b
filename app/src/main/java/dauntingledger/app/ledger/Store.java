package dauntingledger.app.ledger;

import java.util.List;

/** Where ledger lines are kept: puts them there, and makes sure that they are on the disk. */
interface Store {

    /** Puts lines into the store, and with them what they change beside them: all of it or nothing. */
    void commit(List<LedgerLine> lines, List<SittingChange> changes);

    /** Returns when everything that was committed is on the disk. */
    void sync();

    /** Lets go of everything that a failure may have broken, so that the next use begins anew. */
    void reopen();
}
