package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.Paper;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
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
    private final List<Entry> entries = new ArrayList<>();
    private final Set<EntryId> ids = new HashSet<>();
    private final List<Refusal> held = new ArrayList<>();
    private Instant lastStep = Instant.MIN;
    private Sitting sitting;

    public Ledger(Paper paper) {
        this.start = Sitting.of(requireNonNull(paper, "paper"));
        this.sitting = start;
    }

    /** Returns a ledger of {@code paper} with {@code entries} in the order they were received. */
    public static Ledger of(Paper paper, List<Entry> entries) {
        Ledger ledger = new Ledger(paper);
        entries.forEach(ledger::keep);
        ledger.sitting = ledger.foldAll();
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
        return sitting.asOf(now.isBefore(sitting.now()) ? sitting.now() : now);
    }

    /** Returns the entries that are kept without counting. */
    public List<Refusal> held() {
        return Collections.unmodifiableList(held);
    }

    /** Returns what the rules say of {@code entry} if it were added now. */
    public Verdict judge(Entry entry) {
        if (isHeld(entry)) {
            return Verdict.HELD_FOR_DECISION;
        }
        if (!entry.at().isBefore(sitting.now())) {
            return sitting.permits(entry.act(), entry.at());
        }
        List<Entry> before =
                counting().stream().filter(e -> !e.at().isAfter(entry.at())).toList();
        return start.after(before).permits(entry.act(), entry.at());
    }

    /**
     * Adds an entry at the end.
     *
     * @throws IllegalArgumentException if the ledger has an entry with this id
     */
    public void add(Entry entry) {
        boolean inOrder = !entry.at().isBefore(sitting.now());
        boolean counts = keep(entry);
        if (counts) {
            sitting = inOrder ? sitting.after(List.of(entry)) : foldAll();
        }
    }

    private boolean keep(Entry entry) {
        if (!ids.add(entry.id())) {
            throw new IllegalArgumentException("the ledger has an entry " + entry.id() + " already");
        }
        boolean counts = !isHeld(entry);
        entries.add(entry);
        if (!counts) {
            held.add(new Refusal(entry.id(), Verdict.HELD_FOR_DECISION));
        } else if (entry.act() instanceof Act.OnRoute && entry.at().isAfter(lastStep)) {
            lastStep = entry.at();
        }
        return counts;
    }

    private boolean isHeld(Entry entry) {
        return entry.act().actor() == Actor.CANDIDATE
                && (entry.carried().compareTo(start.paper().lateAcceptance()) > 0
                        || entry.at().isBefore(lastStep));
    }

    private Sitting foldAll() {
        return start.after(counting());
    }

    private List<Entry> counting() {
        Set<EntryId> without = new HashSet<>();
        held.forEach(refusal -> without.add(refusal.entry()));
        return entries.stream()
                .filter(entry -> !without.contains(entry.id()))
                .sorted(Comparator.comparing(Entry::at))
                .toList();
    }
}
