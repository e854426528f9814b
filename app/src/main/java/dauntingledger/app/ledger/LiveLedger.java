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
import dauntingledger.rulebook.sitting.Timeline;
import dauntingledger.rulebook.sitting.Verdict;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.locks.ReentrantLock;

/** A ledger in memory: folded, with the end of its chain. All use of it is under its lock. */
final class LiveLedger {

    private final SittingId sitting;
    private final Ledger ledger;
    private final Terms terms;
    private final ReentrantLock lock = new ReentrantLock();
    private int lastSeq;
    private Hash lastHash;
    private Hash examHash;
    private int examEntries;
    private Optional<Instant> storedDue;
    private boolean stale;

    /**
     * @param head the hash of the head of the chain
     * @param lines the lines as they are stored, of which {@code entries} were read
     * @param storedDue the deadline that is stored for the sweep
     */
    LiveLedger(
            SittingId sitting,
            Paper paper,
            Terms terms,
            Hash head,
            List<LedgerLine> lines,
            List<Entry> entries,
            Optional<Instant> storedDue) {
        this.sitting = sitting;
        this.terms = terms;
        this.ledger = Ledger.of(paper, terms.window(), entries);
        this.lastSeq = entries.size();
        this.lastHash = lines.isEmpty() ? head : lines.getLast().hash();
        this.examHash = head;
        for (int i = 0; i < lines.size(); i++) {
            countAsExam(entries.get(i).act(), lines.get(i).hash());
        }
        this.storedDue = storedDue;
    }

    /** What a candidate says in a survey after the hand-in changes nothing of the receipt. */
    private void countAsExam(Act act, Hash hash) {
        if (!(act instanceof Act.SurveyAnswered)) {
            examHash = hash;
            examEntries++;
        }
    }

    ReentrantLock lock() {
        return lock;
    }

    List<Entry> entries() {
        return List.copyOf(ledger.entries());
    }

    /** Returns the ledger as it stands at {@code now}. */
    Ledgers.Opened openedAt(Instant now) {
        return new Ledgers.Opened(
                ledger.sittingAt(now),
                entries(),
                examHash,
                examEntries,
                ledger.held().size());
    }

    Timeline timeline(Instant now) {
        return ledger.timeline(now);
    }

    /** Returns the deadline to be stored for the sweep, if it is another than the stored one. */
    Optional<DeadlineRow> dueAnew(Instant now) {
        Optional<Instant> due = ledger.sitting().nextDeadline();
        if (due.filter(instant -> !instant.isAfter(now)).isPresent()) {
            due = ledger.sittingAt(now).nextDeadline();
        }
        return due.equals(storedDue) ? Optional.empty() : Optional.of(new DeadlineRow(sitting, due));
    }

    void stored(DeadlineRow row) {
        storedDue = row.due();
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
        fixTermsBefore(entry, lines);
        Verdict verdict = ledger.enter(entry);
        boolean held = verdict == Verdict.HELD_FOR_DECISION;
        if (verdict.isPermitted() || held) {
            write(entry, lines);
        }
        Outcome.Status status =
                verdict.isPermitted() ? Outcome.Status.ENTERED : held ? Outcome.Status.HELD : Outcome.Status.REFUSED;
        return new Outcome(entry.id(), status, verdict);
    }

    /** A sitting that is not open to everybody begins with a line that says on what terms. */
    private void fixTermsBefore(Entry entry, List<LedgerLine> lines) {
        boolean plain = !terms.window().isBounded() && terms.accommodations().isNone();
        if (entry.act() instanceof Act.StageOpened
                && isUntouched()
                && !plain
                && entry.atMillis() >= ledger.sitting().now().toEpochMilli()
                && ledger.sitting().permits(entry.act(), entry.at()).isPermitted()) {
            Act fixed = new Act.TermsFixed(terms.window(), terms.accommodations());
            judge(new Entry(new EntryId(UUID.randomUUID().toString()), entry.at(), entry.at(), fixed), lines);
        }
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
        countAsExam(entry.act(), lastHash);
        lines.add(new LedgerLine(sitting, lastSeq, line, lastHash));
    }
}
