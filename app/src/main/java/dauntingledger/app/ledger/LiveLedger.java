package dauntingledger.app.ledger;

import dauntingledger.rulebook.chain.Chain;
import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import dauntingledger.rulebook.sitting.Ledger;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.Verdict;
import dauntingledger.rulebook.sitting.Window;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.locks.ReentrantLock;

/** A ledger in memory: folded, with the end of its chain. All use of it is under its lock. */
final class LiveLedger {

    private final SittingId sitting;
    private final Ledger ledger;
    private final ReentrantLock lock = new ReentrantLock();
    private int lastSeq;
    private Hash lastHash;
    private boolean stale;

    LiveLedger(SittingId sitting, Paper paper, Window window, List<Entry> entries, Hash lastHash) {
        this.sitting = sitting;
        this.ledger = Ledger.of(paper, window, entries);
        this.lastSeq = entries.size();
        this.lastHash = lastHash;
    }

    ReentrantLock lock() {
        return lock;
    }

    List<Entry> entries() {
        return List.copyOf(ledger.entries());
    }

    Hash lastHash() {
        return lastHash;
    }

    int held() {
        return ledger.held().size();
    }

    /** Returns whether this ledger holds lines that the database has not, and must not be used any more. */
    boolean isStale() {
        return stale;
    }

    void markStale() {
        stale = true;
    }

    Sitting sittingAt(Instant now) {
        return ledger.sittingAt(now);
    }

    boolean isUntouched() {
        return ledger.sitting().isUntouched();
    }

    /** Returns whether {@code seat} may write: it is the live one. */
    boolean isLive(String seat) {
        return ledger.sitting().seat().filter(seat::equals).isPresent();
    }

    /** Judges an entry and keeps it if it counts or is held, adding its line to {@code lines}. */
    Outcome judge(Entry entry, List<LedgerLine> lines) {
        if (ledger.has(entry.id())) {
            return new Outcome(entry.id(), Outcome.Status.ENTERED, Verdict.ALREADY_SO);
        }
        Verdict verdict = ledger.enter(entry);
        boolean held = verdict == Verdict.HELD_FOR_DECISION;
        if (verdict.isPermitted() || held) {
            write(entry, lines);
        }
        Outcome.Status status =
                verdict.isPermitted() ? Outcome.Status.ENTERED : held ? Outcome.Status.HELD : Outcome.Status.REFUSED;
        return new Outcome(entry.id(), status, verdict);
    }

    /** Writes down what time has ended by {@code now}, each as of its own deadline. */
    void recordEndings(Instant now, List<LedgerLine> lines) {
        if (ledger.sitting()
                        .nextDeadline()
                        .filter(deadline -> !deadline.isAfter(now))
                        .isEmpty()
                && ledger.sitting().unrecordedEndings().isEmpty()) {
            return;
        }
        for (Sitting.RanOut ending : ledger.sittingAt(now).unrecordedEndings()) {
            EntryId id = new EntryId(UUID.randomUUID().toString());
            judge(new Entry(id, ending.at(), now, new Act.StageRanOut(ending.stage())), lines);
        }
    }

    private void write(Entry entry, List<LedgerLine> lines) {
        lastSeq++;
        String line = CanonicalJson.write(Chain.line(lastSeq, entry));
        lastHash = Chain.next(lastHash, line);
        lines.add(new LedgerLine(sitting, lastSeq, line, lastHash));
    }
}
