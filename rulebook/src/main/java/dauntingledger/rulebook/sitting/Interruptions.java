package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.TimeBox;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** What silences took from a sitting, and as of when a pause can stop its clocks; worked out from the entries that count. */
final class Interruptions {

    private final Paper paper;

    /** The ledger's own, in the order in which they were made. */
    private final List<Entry> counting;

    private final Milestones milestones;

    /** The pauses so far, of which there are few. */
    private final List<Entry> pauses = new ArrayList<>();

    Interruptions(Paper paper, List<Entry> counting, Milestones milestones) {
        this.paper = paper;
        this.counting = counting;
        this.milestones = milestones;
    }

    void paused(Entry pause) {
        pauses.add(pause);
    }

    /** Returns whether the candidate made an entry while the clocks stood, and could not know of it then. */
    boolean isMadeUnaware(Entry entry) {
        return pauses.stream()
                .anyMatch(pause -> pause.atMillis() <= entry.atMillis()
                        && entry.heardMillis() < pause.receivedMillis()
                        && pause.receivedMillis() <= entry.receivedMillis());
    }

    /** Returns how many of the entries were made by an instant. */
    int placeAfter(long millis) {
        int place = counting.size();
        while (place > 0 && counting.get(place - 1).atMillis() > millis) {
            place--;
        }
        return place;
    }

    /** @see Ledger#pausableFrom */
    Instant pausableFrom(Instant since, Instant now, Sitting sitting) {
        Instant from = since.isBefore(lastStep()) ? lastStep() : since;
        Optional<Entry> undone = undoneByPause(from, now, sitting);
        while (undone.isPresent()) {
            from = undone.get().at();
            undone = undoneByPause(from, now, sitting);
        }
        return from.isAfter(now) ? now : from;
    }

    private Instant lastStep() {
        return counting.reversed().stream()
                .filter(entry -> switch (entry.act()) {
                    case Act.OnRoute forth -> true;
                    case Act.OnClocks change -> true;
                    case Act.Reopened reopened -> true;
                    case Act.SittingEnded ended -> true;
                    default -> false;
                })
                .findFirst()
                .map(Entry::at)
                .orElse(Instant.EPOCH);
    }

    /**
     * Returns the first entry that a pause as of an instant would keep from counting: it was made where time had led, as
     * after a break that ended by itself. That time has ended a stage is no matter: the pause is to take that back.
     */
    private Optional<Entry> undoneByPause(Instant from, Instant now, Sitting sitting) {
        Entry pause = new Entry(new EntryId("pause"), from, now, new Act.Paused(By.NOBODY, ""));
        int place = placeAfter(pause.atMillis());
        Sitting.Step step = milestones.before(place, counting).step(pause);
        List<Entry> since = counting.subList(place, counting.size());
        if (!step.verdict().isPermitted() || since.isEmpty()) {
            return Optional.empty();
        }
        Set<EntryId> refused = refused(step.sitting().after(since));
        refused.removeAll(refused(sitting));
        return since.stream()
                .filter(entry -> refused.contains(entry.id()) && !(entry.act() instanceof Act.StageRanOut))
                .findFirst();
    }

    private static Set<EntryId> refused(Sitting sitting) {
        Set<EntryId> refused = new HashSet<>();
        sitting.refusals().forEach(refusal -> refused.add(refusal.entry()));
        return refused;
    }

    List<Silence> silences() {
        return counting.stream()
                .flatMap(entry -> entry.act() instanceof Act.HeardAgain again
                                && !again.since().isAfter(entry.at())
                        ? Stream.of(new Silence(again.since(), entry.at()))
                        : Stream.empty())
                .toList();
    }

    /** @see Ledger#lost */
    Map<BoxId, Duration> lost(Silence silence) {
        Map<BoxId, Duration> lost = new LinkedHashMap<>();
        for (TimeBox box : paper.boxes()) {
            Duration ran = Duration.ZERO;
            for (Silence piece : notGivenBack(silence, box.id())) {
                ran = ran.plus(asOf(piece.toExclusive()).used(box.id()))
                        .minus(asOf(piece.fromInclusive()).used(box.id()));
            }
            if (!ran.isZero()) {
                lost.put(box.id(), ran);
            }
        }
        return lost;
    }

    /** Returns what is left of a silence when all that grants to a box have given back is cut out of it. */
    private List<Silence> notGivenBack(Silence silence, BoxId box) {
        List<Silence> left = List.of(silence);
        for (Entry entry : counting) {
            if (entry.act() instanceof Act.TimeGranted granted && granted.box().equals(box)) {
                for (Silence given : granted.outage().stream().toList()) {
                    left = left.stream().flatMap(piece -> piece.without(given)).toList();
                }
            }
        }
        return left;
    }

    /** Returns the sitting as it was at an instant, by all that is known today. */
    private Sitting asOf(Instant instant) {
        Sitting before = milestones.before(placeAfter(instant.toEpochMilli()), counting);
        return instant.isAfter(before.now()) ? before.asOf(instant) : before;
    }
}
