package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.Paper;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The entries of one sitting in the order they were received, and the sitting they come to. Not safe for use by several
 * threads at once.
 */
public final class Ledger {

    /*
     * Entries are folded in the order in which they were made, which is nearly always the order in which they were
     * received: then a further entry extends the sitting. An entry that was carried past a later one (a browser was
     * offline while the invigilator granted time) is put in its place, and the ledger is folded again from there; the
     * milestones keep that from beginning at the first entry.
     *
     * What is believed of a browser's claim about time is decided by the Belief, from what stands in the ledger alone.
     * An entry that it does not believe is held: it stands in the ledger without counting until a person decides.
     */

    private final Sitting start;
    private final Belief belief;
    private final List<Entry> entries = new ArrayList<>();
    private final Set<EntryId> ids = new HashSet<>();
    private final List<Entry> counting = new ArrayList<>();
    private final Map<EntryId, Held> held = new LinkedHashMap<>();
    private final Set<EntryId> beyondReceipt = new HashSet<>();

    private final Milestones milestones;
    private final Interruptions interruptions;
    private Sitting sitting;

    /** Makes an empty ledger of a sitting that can be come to at any time. */
    public Ledger(Paper paper) {
        this(paper, Window.ALWAYS);
    }

    public Ledger(Paper paper, Window window) {
        this.start = Sitting.of(requireNonNull(paper, "paper"), window);
        this.belief = new Belief(paper.lateAcceptance());
        this.milestones = new Milestones(start);
        this.interruptions = new Interruptions(start.paper(), counting, milestones);
        this.sitting = start;
    }

    /** Returns a ledger of {@code paper} with {@code entries} in the order they were received. */
    public static Ledger of(Paper paper, Window window, List<Entry> entries) {
        Ledger ledger = new Ledger(paper, window);
        int read = 0;
        while (read < entries.size() && ledger.readUnfolded(entries.get(read))) {
            read++;
        }
        ledger.sitting = ledger.milestones.along(ledger.counting);
        entries.subList(read, entries.size()).forEach(ledger::read);
        return ledger;
    }

    /** Takes an entry of a stored ledger without folding it, if none is held so far: then it must have counted. */
    private boolean readUnfolded(Entry entry) {
        boolean mayBeHeld = entry.isFromABrowser() && interruptions.isMadeUnaware(entry);
        if (mayBeHeld || belief.doubt(entry).isPresent() || entry.act() instanceof Act.HeldDecided) {
            return false;
        }
        keep(entry, true);
        counting.add(placeOf(entry), entry);
        return true;
    }

    /** Takes an entry of a stored ledger; one that the rules refuse today stands among the refusals of the sitting. */
    private void read(Entry entry) {
        if (!enter(entry).isPermitted() && !has(entry.id())) {
            keep(entry, true);
            insert(entry);
        }
    }

    public List<Entry> entries() {
        return Collections.unmodifiableList(entries);
    }

    public boolean has(EntryId id) {
        return ids.contains(id);
    }

    /** Returns the sitting as of the last entry. */
    public Sitting sitting() {
        return sitting;
    }

    /** Returns the sitting at {@code now}, or as of the last entry if that is later. */
    public Sitting sittingAt(Instant now) {
        return now.toEpochMilli() < sitting.nowMillis() ? sitting : sitting.asOf(now);
    }

    /** Returns how the time was spent up to {@code now}. */
    public Timeline timeline(Instant now) {
        return Timeline.of(start.paper(), start.window(), counting, now);
    }

    /** Returns the entries that do not count by themselves, in the order they were received. */
    public List<Held> held() {
        return List.copyOf(held.values());
    }

    /** Returns an entry that does not count by itself, if this is one. */
    public Optional<Held> held(EntryId id) {
        return Optional.ofNullable(held.get(id));
    }

    /**
     * Returns whether the receipt covers an entry of this ledger. A survey changes nothing of it, nor does what came from
     * the candidate's browser after it was given out.
     */
    public boolean isCoveredByReceipt(EntryId id) {
        return !beyondReceipt.contains(id);
    }

    /** Returns whether {@code entry}, made now, would be the first step into the sitting. */
    public boolean isBegunBy(Entry entry) {
        return entry.act() instanceof Act.StageOpened
                && sitting().route().isUntouched()
                && !entry.at().isBefore(sitting().now())
                && sitting().permits(entry.act(), entry.at()).isPermitted();
    }

    /** Returns whether the receipt was given out and nobody has let the candidate in again since. */
    public boolean isReceiptGiven() {
        return belief.isReceiptGiven();
    }

    /**
     * Judges an entry and, if it is permitted or held, adds it at the end; one that is not leaves no trace.
     *
     * @throws IllegalArgumentException if the ledger has an entry with this id
     */
    public Verdict enter(Entry entry) {
        if (has(entry.id())) {
            throw new IllegalArgumentException("the ledger has an entry " + entry.id() + " already");
        }
        if (entry.act() instanceof Act.HeldDecided decided) {
            return decide(entry, decided);
        }
        if (entry.act() instanceof Act.ReceiptGiven && belief.isReceiptGiven()) {
            return Verdict.ALREADY_SO;
        }
        Optional<Held.Reason> doubt = belief.doubt(entry);
        if (doubt.isPresent()) {
            return hold(entry, doubt.get());
        }
        Verdict verdict = entry.atMillis() < sitting.nowMillis() ? enterCarried(entry) : enterNext(entry);
        if (verdict.isPermitted() || !entry.isFromABrowser()) {
            return verdict;
        }
        if (interruptions.isMadeUnaware(entry)) {
            return hold(entry, Held.Reason.PAUSED_MEANWHILE);
        }
        return mayRestOnHeld(entry) ? hold(entry, Held.Reason.RESTS_ON_HELD) : verdict;
    }

    /**
     * Returns as of when the clocks can be stopped by a pause that is made at {@code now}: as of {@code since}, or as soon
     * after it as it undoes nothing that has been done, and changes no step on the route or of the clocks.
     */
    public Instant pausableFrom(Instant since, Instant now) {
        return interruptions.pausableFrom(since, now, sitting);
    }

    /** Returns whether somebody has changed the clocks after {@code seen}: paused them, given time or a break. */
    public boolean areClocksChangedSince(Instant seen) {
        return counting.stream()
                .anyMatch(entry -> entry.act() instanceof Act.OnClocks
                        && entry.receivedAt().isAfter(seen));
    }

    /** Returns the silences of the seat that are over, in order. */
    public List<Silence> silences() {
        return interruptions.silences();
    }

    /**
     * Returns how much time ran off in a silence, by time box, and has not been given back: what each clock ran while
     * nothing was heard, without what grants for an outage already cover.
     */
    public Map<BoxId, Duration> lost(Silence silence) {
        return interruptions.lost(silence);
    }

    private Verdict hold(Entry entry, Held.Reason reason) {
        keep(entry, false);
        held.put(entry.id(), new Held(entry, reason, Optional.empty()));
        return Verdict.HELD_FOR_DECISION;
    }

    private boolean mayRestOnHeld(Entry entry) {
        return entry.isFromABrowser() && held.values().stream().anyMatch(Held::waits);
    }

    private Verdict decide(Entry entry, Act.HeldDecided decided) {
        Held before = held.get(decided.held());
        if (before == null) {
            return Verdict.NOTHING_TO_DECIDE;
        }
        if (before.decision()
                .filter(decision -> decision.counts() == decided.counts())
                .isPresent()) {
            return Verdict.ALREADY_SO;
        }
        keep(entry, true);
        held.put(decided.held(), before.decided(decided));
        insert(entry);
        if (decided.counts()) {
            insert(before.entry());
        } else if (before.counts()) {
            int place = counting.indexOf(before.entry());
            counting.remove(place);
            foldFrom(place);
        }
        return Verdict.PERMITTED;
    }

    private Verdict enterNext(Entry entry) {
        Sitting.Step step = sitting.step(entry);
        if (step.verdict().isPermitted()) {
            keep(entry, true);
            counting.add(entry);
            sitting = step.sitting();
            milestones.reached(counting.size(), sitting);
        }
        return step.verdict();
    }

    private Verdict enterCarried(Entry entry) {
        int place = placeOf(entry);
        Sitting.Step step = milestones.before(place, counting).step(entry);
        if (step.verdict().isPermitted()) {
            keep(entry, true);
            counting.add(place, entry);
            milestones.forgetFrom(place);
            sitting = step.sitting().after(counting.subList(place + 1, counting.size()));
        }
        return step.verdict();
    }

    /** Puts an entry where it was made, whatever the rules say of it, and folds what comes from there. */
    private void insert(Entry entry) {
        int place = placeOf(entry);
        counting.add(place, entry);
        foldFrom(place);
    }

    private void foldFrom(int place) {
        milestones.forgetFrom(place);
        sitting = milestones.before(counting.size(), counting);
    }

    private void keep(Entry entry, boolean counts) {
        ids.add(entry.id());
        entries.add(entry);
        if (entry.act() instanceof Act.Paused) {
            interruptions.paused(entry);
        }
        if (entry.act() instanceof Act.SurveyAnswered || (!counts && belief.isReceiptGiven())) {
            beyondReceipt.add(entry.id());
        }
        belief.learn(entry, counts);
    }

    /** Returns where an entry stands among those that count: after all that were made by then. */
    private int placeOf(Entry entry) {
        return interruptions.placeAfter(entry.atMillis());
    }
}
