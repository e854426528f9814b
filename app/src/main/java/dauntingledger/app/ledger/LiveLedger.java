package dauntingledger.app.ledger;

import dauntingledger.app.papers.PaperRef;
import dauntingledger.rulebook.chain.Chain;
import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.plain.StandingCodec;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.By;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import dauntingledger.rulebook.sitting.Hearing;
import dauntingledger.rulebook.sitting.Held;
import dauntingledger.rulebook.sitting.Ledger;
import dauntingledger.rulebook.sitting.Progress;
import dauntingledger.rulebook.sitting.Silence;
import dauntingledger.rulebook.sitting.SittingRoute;
import dauntingledger.rulebook.sitting.Timeline;
import dauntingledger.rulebook.sitting.Verdict;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.locks.ReentrantLock;
import java.util.stream.Stream;

/** A ledger in memory: folded, with the end of its chain. All use of it is under its lock. */
final class LiveLedger {

    private final SittingId sitting;
    private final Ledger ledger;
    private final PaperRef of;
    private final Terms terms;
    private final LedgerSettings settings;
    private final Hearing hearing;
    private final ReentrantLock lock = new ReentrantLock();
    private final Allowance allowance;
    private int lastSeq;
    private Hash lastHash;
    private Hash examHash;
    private int examEntries;
    private Optional<Instant> storedDue;
    private Standing storedStanding;
    private final List<NotedRow> noted = new ArrayList<>();

    /** Whether the candidate was heard since this was read; what was before is not known to the second. */
    private boolean heardHere;

    /** When the candidate was heard last on any node, as far as this one was told. */
    private Instant heardAnywhere = Instant.EPOCH;

    /** Also marked by whoever hears that another node has written to the sitting, without the lock. */
    private volatile boolean stale;

    /**
     * A ledger as it is stored.
     *
     * @param head the hash of the head of the chain
     * @param lines all lines
     * @param readable those that were read; a repair has set the others aside
     * @param entries what was read, a line each
     * @param due the deadline that is stored for the sweep
     * @param standing how the sitting stands in the lists
     */
    record Stored(
            Hash head,
            List<LedgerLine> lines,
            List<LedgerLine> readable,
            List<Entry> entries,
            Optional<Instant> due,
            Standing standing) {}

    /** @param paper the candidate's own form of it */
    LiveLedger(Appointment appointment, Paper paper, Stored stored, LedgerSettings settings) {
        List<Entry> entries = stored.entries();
        this.sitting = appointment.sitting();
        this.of = appointment.paper();
        this.terms = appointment.terms();
        this.settings = settings;
        this.ledger = Ledger.of(paper, terms.window(), entries);
        this.hearing = new Hearing(lastHeard(entries));
        this.allowance = new Allowance(settings, Instant.EPOCH);
        this.lastSeq = stored.lines().isEmpty() ? 0 : stored.lines().getLast().seq();
        this.lastHash = stored.lines().isEmpty()
                ? stored.head()
                : stored.lines().getLast().hash();
        this.examHash = stored.head();
        for (int i = 0; i < entries.size(); i++) {
            countAsExam(entries.get(i), stored.readable().get(i).hash());
        }
        if (stored.standing().board().isEmpty()) {
            noteAnew(stored);
        }
        this.storedDue = stored.due();
        this.storedStanding = stored.standing();
    }

    /** Lists what the log of the room has, for a ledger from before there was one, or whose lists are made anew. */
    private void noteAnew(Stored stored) {
        for (int i = 0; i < stored.entries().size(); i++) {
            Entry entry = stored.entries().get(i);
            if (Standings.isLogged(entry.act())) {
                noted.add(new NotedRow(sitting, stored.readable().get(i).seq(), entry.at()));
            }
        }
    }

    /**
     * Returns when the candidate was heard last, as far as the ledger says. A hearing that left no line is forgotten with
     * the process; then what the candidate made in the meantime is believed as after an outage.
     */
    private static Instant lastHeard(List<Entry> entries) {
        long last = 0;
        for (Entry entry : entries) {
            last = Math.max(last, entry.act() instanceof Act.SeatTaken ? entry.receivedMillis() : entry.heardMillis());
        }
        return Instant.ofEpochMilli(last);
    }

    private void countAsExam(Entry entry, Hash hash) {
        if (ledger.isCoveredByReceipt(entry.id())) {
            examHash = hash;
            examEntries++;
        }
    }

    /** Returns whether it was read for the same paper on the same terms. */
    boolean isOn(PaperRef paper, Terms others) {
        return of.equals(paper) && terms.equals(others);
    }

    SittingId sitting() {
        return sitting;
    }

    int lastSeq() {
        return lastSeq;
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
                ledger.sittingAt(now), Collections.unmodifiableList(entries()), examHash, examEntries, ledger.held());
    }

    Timeline timeline(Instant now) {
        return ledger.timeline(now);
    }

    /** Returns what has to be stored beside the lines because it is not what is stored. */
    List<SittingChange> changes(Instant now) {
        List<SittingChange> changes = new ArrayList<>();
        dueAnew(now).ifPresent(changes::add);
        Standing standing = standing();
        if (!standing.equals(storedStanding)) {
            changes.add(standing);
        }
        changes.addAll(noted);
        return changes;
    }

    /** Returns how the sitting stands by its last entry. */
    Standing standing() {
        int waiting = (int) ledger.held().stream().filter(Held::waits).count();
        String board = isBlank() ? "" : CanonicalJson.write(StandingCodec.toPlain(ledger.sitting()));
        return new Standing(sitting, ledger.sitting().route().progress(), waiting, true, board);
    }

    private boolean isBlank() {
        return ledger.entries().isEmpty();
    }

    private Optional<DeadlineRow> dueAnew(Instant now) {
        Optional<Instant> due = ledger.sitting().clocks().nextDeadline();
        if (due.filter(instant -> !instant.isAfter(now)).isPresent()) {
            due = ledger.sittingAt(now).clocks().nextDeadline();
        }
        return due.equals(storedDue) ? Optional.empty() : Optional.of(new DeadlineRow(sitting, due));
    }

    /** Notes what has been stored of {@link #changes}. */
    void stored(List<SittingChange> changes) {
        for (SittingChange change : changes) {
            switch (change) {
                case DeadlineRow row -> storedDue = row.due();
                case Standing row -> storedStanding = row;
                case NotedRow row -> noted.remove(row);
            }
        }
    }

    /** Returns whether this ledger may hold other lines than the database, and must not be used any more. */
    boolean isStale() {
        return stale;
    }

    void markStale() {
        stale = true;
    }

    boolean isUntouched() {
        return ledger.sitting().route().isUntouched();
    }

    /** Returns whether {@code seat} may write: it is the live one. */
    boolean isLive(String seat) {
        return ledger.sitting().seat().filter(seat::equals).isPresent();
    }

    private boolean wasLive(String seat) {
        return ledger.entries().stream()
                .anyMatch(entry -> entry.act() instanceof Act.SeatTaken taken
                        && taken.seat().equals(seat));
    }

    /** Notes that the candidate was heard, or given something new. */
    void heard(Instant now) {
        hearing.heard(now);
        heardHere = true;
    }

    /** Notes when the candidate was heard last, on whatever node. It ends a silence; what was announced there is not known. */
    void heardAnywhere(Instant at) {
        heardAnywhere = at;
    }

    /** Returns since when nothing is heard of the seat, if that is longer than a seat is silent that is connected. */
    Optional<Instant> silentSince(Instant now) {
        Instant here = Instant.ofEpochMilli(hearing.lastMillis());
        Instant last = heardAnywhere.isAfter(here) ? heardAnywhere : here;
        boolean inside = ledger.sitting().route().progress() == Progress.IN_PROGRESS;
        return (heardHere || heardAnywhere.isAfter(here)) && inside && settings.isSilence(last, now)
                ? Optional.of(last)
                : Optional.empty();
    }

    /** Writes down that the seat is heard again, if it was silent. */
    private void endSilence(Instant now, List<LedgerLine> lines) {
        silentSince(now).ifPresent(since -> judge(own(now, new Act.HeardAgain(since)), lines));
    }

    static Entry own(Instant at, Act act) {
        return Entry.made(new EntryId(UUID.randomUUID().toString()), at, act);
    }

    boolean areClocksChangedSince(Instant seen) {
        return ledger.areClocksChangedSince(seen);
    }

    /** Makes the entries that give back what silences took, to each clock what it lost. */
    List<Entry> givingBack(By by, Instant now) {
        return outages(now).stream()
                .flatMap(outage -> outage.lost().entrySet().stream()
                        .map(lost -> own(
                                now,
                                new Act.TimeGranted(
                                        lost.getKey(), lost.getValue(), by, Optional.of(outage.silence())))))
                .toList();
    }

    /** Makes an entry of a pause that is dated at {@code since}, or as soon after as that can be. */
    Entry pausedAsOf(Instant since, Instant now, Act.Paused pause) {
        return new Entry(new EntryId(UUID.randomUUID().toString()), ledger.pausableFrom(since, now), now, pause);
    }

    /** Returns the silences of the seat, with the one that goes on, each with what it took and nobody has given back. */
    List<Ledgers.Outage> outages(Instant now) {
        return Stream.concat(
                        ledger.silences().stream(), silentSince(now).map(since -> new Silence(since, now)).stream())
                .map(silence -> new Ledgers.Outage(silence, ledger.lost(silence)))
                .toList();
    }

    /** @throws TooManyEntriesException if seats are taken faster than anybody changes places */
    void seatTaken(Instant now, List<LedgerLine> lines) {
        if (!allowance.take(1, now)) {
            throw new TooManyEntriesException(sitting);
        }
        endSilence(now, lines);
        heard(now);
    }

    /**
     * Judges what a candidate's browser sends, and keeps what counts or is held.
     *
     * @throws SeatTakenException if the seat never was this sitting's
     * @throws TooManyEntriesException if it sends more than it may
     */
    Appended append(Batch batch, Instant now, List<LedgerLine> lines) {
        boolean live = isLive(batch.seat());
        if (!live && !wasLive(batch.seat())) {
            throw new SeatTakenException(sitting);
        }
        Map<EntryId, Entry> fresh = new LinkedHashMap<>();
        batch.entries().stream()
                .filter(entry -> !ledger.has(entry.id()))
                .forEach(entry -> fresh.putIfAbsent(entry.id(), entry));
        if (!allowance.take(fresh.size(), now)) {
            throw new TooManyEntriesException(sitting);
        }
        if (live) {
            endSilence(now, lines);
            heardHere = true;
        }
        Map<EntryId, Long> heard = live ? hear(batch, List.copyOf(fresh.values())) : Map.of();
        List<Outcome> outcomes = new ArrayList<>();
        for (Entry made : batch.entries()) {
            Entry received = live
                    ? made.received(now.toEpochMilli(), heard.getOrDefault(made.id(), hearing.lastMillis()))
                    : made.receivedFrom(batch.seat(), now.toEpochMilli(), hearing.lastMillis());
            outcomes.add(isFull() ? full(made) : judge(received, lines));
        }
        return new Appended(outcomes, live);
    }

    private Map<EntryId, Long> hear(Batch batch, List<Entry> fresh) {
        if (batch.isHeartbeat()) {
            hearing.heard(batch.begun());
            return Map.of();
        }
        long last = hearing.lastMillis();
        Map<EntryId, Long> heard = new LinkedHashMap<>();
        if (!hearing.awaits() && batch.waiting().isEmpty()) {
            hearing.heard(List.of(), List.of(), batch.begun());
            fresh.forEach(entry -> heard.put(entry.id(), last));
            return heard;
        }
        List<Long> before = hearing.heard(fresh.stream().map(Chain::digest).toList(), batch.waiting(), batch.begun());
        for (int i = 0; i < fresh.size(); i++) {
            heard.put(fresh.get(i).id(), before.get(i));
        }
        return heard;
    }

    private boolean isFull() {
        return lastSeq >= settings.mostEntries();
    }

    private Outcome full(Entry made) {
        return ledger.has(made.id())
                ? again(made)
                : new Outcome(made.id(), Outcome.Status.REFUSED, Verdict.LEDGER_FULL, Optional.empty());
    }

    /** Answers for an entry that the ledger has already: as it answered the first time. */
    private Outcome again(Entry entry) {
        Optional<Held> held = ledger.held(entry.id()).filter(one -> !one.counts());
        return held.isPresent()
                ? new Outcome(
                        entry.id(),
                        Outcome.Status.HELD,
                        Verdict.HELD_FOR_DECISION,
                        Optional.of(held.get().entry()))
                : new Outcome(entry.id(), Outcome.Status.ENTERED, Verdict.ALREADY_SO, Optional.empty());
    }

    /** Judges an entry and keeps it if it counts or is held, adding its line to {@code lines}. */
    Outcome judge(Entry entry, List<LedgerLine> lines) {
        if (ledger.has(entry.id())) {
            return again(entry);
        }
        fixTermsBefore(entry, lines);
        String line = CanonicalJson.write(Chain.line(lastSeq + 1, entry));
        if (line.length() > Chain.MOST_LINE) {
            return new Outcome(entry.id(), Outcome.Status.REFUSED, Verdict.TOO_LONG, Optional.empty());
        }
        Verdict verdict = ledger.enter(entry);
        boolean held = verdict == Verdict.HELD_FOR_DECISION;
        if (verdict.isPermitted() || held) {
            write(entry, line, lines);
        }
        Outcome.Status status =
                verdict.isPermitted() ? Outcome.Status.ENTERED : held ? Outcome.Status.HELD : Outcome.Status.REFUSED;
        return new Outcome(entry.id(), status, verdict, held ? Optional.of(entry) : Optional.empty());
    }

    /** A sitting that is not open to everybody begins with a line that says on what terms. */
    private void fixTermsBefore(Entry entry, List<LedgerLine> lines) {
        Act.TermsFixed fixed = terms.fixed();
        if (!fixed.areUsual() && ledger.isBegunBy(entry)) {
            judge(new Entry(new EntryId(UUID.randomUUID().toString()), entry.at(), entry.at(), fixed), lines);
        }
    }

    /** Writes down what time has ended by {@code now}, each as of its own deadline. */
    void recordEndings(Instant now, List<LedgerLine> lines) {
        if (ledger.sitting()
                        .clocks()
                        .nextDeadline()
                        .filter(deadline -> !deadline.isAfter(now))
                        .isEmpty()
                && ledger.sitting().route().unrecordedEndings().isEmpty()) {
            return;
        }
        for (SittingRoute.RanOut ending : ledger.sittingAt(now).route().unrecordedEndings()) {
            EntryId id = new EntryId(UUID.randomUUID().toString());
            judge(new Entry(id, ending.at(), now, new Act.StageRanOut(ending.stage())), lines);
        }
    }

    private void write(Entry entry, String line, List<LedgerLine> lines) {
        lastSeq++;
        lastHash = Chain.next(lastHash, line);
        countAsExam(entry, lastHash);
        lines.add(new LedgerLine(sitting, lastSeq, line, lastHash));
        if (Standings.isLogged(entry.act())) {
            noted.add(new NotedRow(sitting, lastSeq, entry.at()));
        }
    }
}
