package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.Watch;
import dauntingledger.rulebook.paper.WatchCamera;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * A sitting as it stands at one instant: what a paper and the entries of a ledger come to. Immutable; a later instant
 * and a further entry each give another sitting. What its readers want to know of it stands in four parts: its
 * {@linkplain #clocks clocks}, its {@linkplain #questions questions}, its {@linkplain #route route} and its
 * {@linkplain #tools tools}.
 *
 * <p>Spans are half-open: up to but not at its deadline a stage is open.
 */
public final class Sitting {

    private final Fold fold;

    private Sitting(Fold fold) {
        this.fold = fold;
    }

    /** Returns a sitting of {@code paper} that nothing has happened in and that can be come to at any time. */
    public static Sitting of(Paper paper) {
        return of(paper, Window.ALWAYS);
    }

    /** Returns a sitting of {@code paper} that nothing has happened in and that can be come to in {@code window}. */
    public static Sitting of(Paper paper, Window window) {
        return new Sitting(new Fold(
                new PaperIndex(requireNonNull(paper, "paper"), requireNonNull(window, "window")), Watcher.NOBODY));
    }

    /**
     * Returns the sitting after {@code entries}, in the order given, each applied at its own instant. An entry that the
     * rules do not permit stands in {@link #refusals} and has no other effect.
     *
     * @throws IllegalArgumentException if an entry lies before the one it follows
     */
    public Sitting after(List<Entry> entries) {
        Fold next = fold.copy();
        Permission permission = new Permission(next);
        for (Entry entry : entries) {
            apply(entry, next, permission);
        }
        next.count();
        return new Sitting(next);
    }

    /**
     * Returns a sitting of {@code paper} after {@code entries}, brought to {@code now}, telling {@code watcher} how its
     * time was spent.
     */
    static Sitting replay(Paper paper, Window window, List<Entry> entries, Instant now, Watcher watcher) {
        Fold next = new Fold(new PaperIndex(paper, window), watcher);
        Permission permission = new Permission(next);
        for (Entry entry : entries) {
            apply(entry, next, permission);
        }
        next.settle(Math.max(next.now, now.toEpochMilli()));
        next.count();
        return new Sitting(next);
    }

    /** What the rules say of an entry, and the sitting after it. */
    record Step(Verdict verdict, Sitting sitting) {}

    /** Returns what {@link #after} makes of one entry, with the verdict. */
    Step step(Entry entry) {
        Fold next = fold.copy();
        Verdict verdict = apply(entry, next, new Permission(next));
        next.count();
        return new Step(verdict, new Sitting(next));
    }

    private static Verdict apply(Entry entry, Fold next, Permission permission) {
        if (entry.atMillis() < next.now) {
            throw new IllegalArgumentException(
                    "entry " + entry.id() + " at " + entry.at() + " lies before " + Instant.ofEpochMilli(next.now));
        }
        next.settle(entry.atMillis());
        next.heard = entry.heardMillis();
        Verdict verdict = permission.judge(entry.act());
        if (verdict.isPermitted()) {
            next.apply(entry);
        } else {
            next.refuse(new Refusal(entry.id(), verdict));
        }
        next.heard = Entry.UNHEARD;
        return verdict;
    }

    /**
     * Returns the sitting at {@code now} if no further entry is made.
     *
     * @throws IllegalArgumentException if {@code now} lies before this sitting's instant
     */
    public Sitting asOf(Instant now) {
        if (now.toEpochMilli() < fold.now) {
            throw new IllegalArgumentException(now + " lies before " + now());
        }
        Fold next = fold.copy();
        next.settle(now.toEpochMilli());
        next.count();
        return new Sitting(next);
    }

    /** Returns whether {@code act} would be permitted at {@code now}, which must not lie before this sitting's instant. */
    public Verdict permits(Act act, Instant now) {
        return new Permission(asOf(now).fold).judge(requireNonNull(act, "act"));
    }

    public Paper paper() {
        return fold.paper();
    }

    /** Returns the instant that everything else is said of. */
    public Instant now() {
        return Instant.ofEpochMilli(fold.now);
    }

    long nowMillis() {
        return fold.now;
    }

    /** Returns the last call for the invigilator that was not taken back. */
    public Optional<Help> help() {
        return Optional.ofNullable(fold.help);
    }

    public Window window() {
        return fold.index.window();
    }

    /** Returns what has come of the steps before the first question. */
    public Arrival arrival() {
        return fold.arrival();
    }

    public boolean isPaused() {
        return fold.isPaused();
    }

    /** Returns since when the clocks stand still by the invigilator. */
    public Optional<Instant> pausedSince() {
        return Optional.ofNullable(fold.pausedSince);
    }

    /** Returns what the candidate was told of the pause that goes on; empty without one. */
    public String pauseWords() {
        return fold.isPaused() ? fold.pauseWords : "";
    }

    /** Returns what the invigilator has said to the candidate, in order. */
    public List<Message> messages() {
        return fold.messages;
    }

    /** Returns the camera that looks on now, if one does: in a block, and not in a break or a pause. */
    public Optional<WatchCamera> camera() {
        boolean looksOn = fold.current() instanceof Stage.Block && fold.breaks.since() == null && !fold.isPaused();
        return paper().rules().watch().flatMap(Watch::camera).filter(camera -> looksOn);
    }

    /** Returns what that camera sees since when, if it is something else than one face. */
    public Optional<Act.CameraSaw> seen() {
        return camera().map(camera -> fold.seen).filter(saw -> !saw.view().isGood());
    }

    /** Returns how often and how long the candidate was away from the exam's window, since the sitting was last reopened. */
    public Absences absences() {
        return fold.absences;
    }

    /** Returns since when the break goes on that the candidate has taken or was given in the middle of a block. */
    public Optional<Instant> onBreakSince() {
        return Optional.ofNullable(fold.breaks.since());
    }

    /** Returns whether the break that goes on was given by the invigilator. */
    public boolean isBreakGiven() {
        return fold.breaks.given();
    }

    /** Returns how much time of a box has run off; nothing of one that has not started. */
    Duration used(BoxId box) {
        return fold.time.used(box, now());
    }

    /** Returns where the candidate stands with breaks of their own, or empty if the paper has none. */
    public Optional<Breaks> breaks() {
        return fold.breaks.view();
    }

    /** Returns whether the candidate must sign in again before anything else. */
    public boolean isAway() {
        return fold.breaks.away();
    }

    /** Returns what the server calls the window that writes this sitting. */
    public Optional<String> seat() {
        return Optional.ofNullable(fold.seat);
    }

    public List<Refusal> refusals() {
        return fold.refusals;
    }

    public Presence presence() {
        return fold.presence();
    }

    /** Returns the clocks, and from when on something can be left. */
    public SittingClocks clocks() {
        return new SittingClocks(fold);
    }

    /** Returns the questions: what each holds, what they add up to, which is in view. */
    public SittingQuestions questions() {
        return new SittingQuestions(fold);
    }

    /** Returns where on its route this is, and what became of the stages behind it. */
    public SittingRoute route() {
        return new SittingRoute(fold);
    }

    /** Returns what lies in the tools, and which there are at the question in view. */
    public SittingTools tools() {
        return new SittingTools(this, fold);
    }
}
