package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.Paper;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * The entries of one sitting in the order they were received, and the sitting they come to. Not safe for use by several
 * threads at once.
 */
public final class Ledger {

    /*
     * Entries are folded in the order in which they were made, which is nearly always the order in which they were
     * received: then a further entry extends the sitting. Only an entry that was carried past a later one (a browser
     * was offline while the invigilator granted time) makes the whole ledger fold again.
     *
     * Two kinds of carried entry are kept without counting, for a person to decide: those carried for longer than the
     * paper accepts, and those dated before a step on the route that the candidate is known to have taken since. The
     * second rule closes the way back into a closed section through a wrong date.
     */

    private final Sitting start;
    private final long lateAcceptance;
    private final List<Entry> entries = new ArrayList<>();
    private final Set<EntryId> ids = new HashSet<>();
    private final List<Entry> counting = new ArrayList<>();
    private final List<Refusal> held = new ArrayList<>();
    private long lastStep = Long.MIN_VALUE;
    private Sitting sitting;

    /** Makes an empty ledger of a sitting that can be come to at any time. */
    public Ledger(Paper paper) {
        this(paper, Window.ALWAYS);
    }

    public Ledger(Paper paper, Window window) {
        this.start = Sitting.of(requireNonNull(paper, "paper"), window);
        this.lateAcceptance = paper.lateAcceptance().toMillis();
        this.sitting = start;
    }

    /** Returns a ledger of {@code paper} with {@code entries} in the order they were received. */
    public static Ledger of(Paper paper, Window window, List<Entry> entries) {
        Ledger ledger = new Ledger(paper, window);
        for (Entry entry : entries) {
            ledger.keep(entry, ledger.isHeld(entry));
        }
        ledger.sitting = ledger.start.after(ledger.counting);
        return ledger;
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

    /** Returns the entries that are kept without counting. */
    public List<Refusal> held() {
        return Collections.unmodifiableList(held);
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
        if (isHeld(entry)) {
            keep(entry, true);
            return Verdict.HELD_FOR_DECISION;
        }
        return entry.atMillis() < sitting.nowMillis() ? enterCarried(entry) : enterNext(entry);
    }

    private Verdict enterNext(Entry entry) {
        Sitting.Step step = sitting.step(entry);
        if (step.verdict().isPermitted()) {
            keep(entry, false);
            sitting = step.sitting();
        }
        return step.verdict();
    }

    private Verdict enterCarried(Entry entry) {
        Sitting before = start.after(counting.subList(0, placeOf(entry)));
        Verdict verdict = before.step(entry).verdict();
        if (verdict.isPermitted()) {
            keep(entry, false);
            sitting = start.after(counting);
        }
        return verdict;
    }

    private void keep(Entry entry, boolean hold) {
        ids.add(entry.id());
        entries.add(entry);
        if (hold) {
            held.add(new Refusal(entry.id(), Verdict.HELD_FOR_DECISION));
            return;
        }
        counting.add(placeOf(entry), entry);
        if (entry.act() instanceof Act.OnRoute) {
            lastStep = Math.max(lastStep, entry.atMillis());
        }
    }

    private boolean isHeld(Entry entry) {
        return entry.act().actor() == Actor.CANDIDATE
                && (entry.atMillis() < lastStep || entry.carriedMillis() > lateAcceptance);
    }

    /** Returns where an entry stands among those that count: after all that were made by then. */
    private int placeOf(Entry entry) {
        int place = counting.size();
        while (place > 0 && counting.get(place - 1).atMillis() > entry.atMillis()) {
            place--;
        }
        return place;
    }
}
