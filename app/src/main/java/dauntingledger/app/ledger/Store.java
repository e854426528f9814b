package dauntingledger.app.ledger;

import java.util.List;

/** Where ledger lines are kept: puts them there, and makes sure that they are on the disk. */
interface Store {

    /** Puts lines into the store, and with them the deadlines that they move: all of them or none. */
    void commit(List<LedgerLine> lines, List<DeadlineRow> dues);

    /** Returns when everything that was committed is on the disk. */
    void sync();

    /** Lets go of everything that a failure may have broken, so that the next use begins anew. */
    void reopen();
}
