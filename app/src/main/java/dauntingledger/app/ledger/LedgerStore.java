package dauntingledger.app.ledger;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.By;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.Progress;
import dauntingledger.rulebook.sitting.Timeline;
import dauntingledger.rulebook.sitting.Verdict;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.stream.Stream;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Keeps ledgers in the database, with those in use folded in memory. */
@Component
class LedgerStore implements Ledgers {

    /*
     * Everything about one sitting happens under the lock of its live ledger: judge, chain, wait for the group commit.
     * So a reader never sees an entry that is not durable. Whatever fails on the way, the live ledger may then be ahead
     * of the database; it is thrown away and the next use reads the truth.
     */

    private static final Duration IDLE = Duration.ofHours(1);
    private static final int MOST_TRIES = 50;

    private final LedgerReader reader;
    private final GroupCommit writer;
    private final ApplicationEventPublisher events;
    private final StandingBook standings;
    private final Cache<SittingId, LiveLedger> live;

    LedgerStore(
            LedgerReader reader,
            GroupCommit writer,
            ApplicationEventPublisher events,
            StandingBook standings,
            LedgerSettings settings) {
        this.reader = reader;
        this.writer = writer;
        this.events = events;
        this.standings = standings;
        this.live = Caffeine.newBuilder()
                .maximumSize(settings.mostInMemory())
                .expireAfterAccess(IDLE)
                .build();
    }

    @Override
    public Appended append(Appointment appointment, Batch batch, Instant now) {
        if (batch.isHeartbeat()) {
            return hearBeat(appointment, batch, now);
        }
        Appended appended = change(appointment, now, (ledger, lines) -> ledger.append(batch, now, lines));
        hear(appointment, batch, appended, now);
        return appended;
    }

    private void hear(Appointment appointment, Batch batch, Appended appended, Instant now) {
        if (appended.live()) {
            standings.hear(appointment.sitting(), now, batch.waiting().size());
        }
    }

    @Override
    public void given(Appointment appointment, Instant now) {
        LiveLedger ledger = lock(appointment);
        try {
            ledger.heard(now);
        } finally {
            ledger.lock().unlock();
        }
    }

    /** Takes a sign that a window is there, without a look at the store. */
    private Appended hearBeat(Appointment appointment, Batch beat, Instant now) {
        LiveLedger ledger = lock(appointment);
        Appended appended;
        try {
            boolean again = ledger.silentSince(now).isPresent();
            appended = again
                    ? change(appointment, now, (locked, lines) -> locked.append(beat, now, lines))
                    : ledger.append(beat, now, List.of());
        } finally {
            ledger.lock().unlock();
        }
        hear(appointment, beat, appended, now);
        return appended;
    }

    @Override
    public Outcome record(Appointment appointment, Act act, Instant now) {
        return record(appointment, now, ledger -> List.of(LiveLedger.own(now, act)))
                .getFirst();
    }

    @Override
    public Outcome recordUnlessClocksChanged(Appointment appointment, Act.OnClocks act, Instant seen, Instant now) {
        Entry entry = LiveLedger.own(now, act);
        return record(appointment, now, ledger -> ledger.areClocksChangedSince(seen) ? List.of() : List.of(entry))
                .stream()
                .findFirst()
                .orElse(new Outcome(entry.id(), Outcome.Status.REFUSED, Verdict.CLOCKS_CHANGED, Optional.empty()));
    }

    @Override
    public List<Outcome> giveBack(Appointment appointment, By by, Instant now) {
        return record(appointment, now, ledger -> ledger.givingBack(by, now));
    }

    @Override
    public Outcome pause(Appointment appointment, Act.Paused pause, Instant since, Instant now) {
        return record(appointment, now, ledger -> List.of(ledger.pausedAsOf(since, now, pause)))
                .getFirst();
    }

    /** Records entries that are made under the lock of their sitting, and publishes those that count. */
    private List<Outcome> record(Appointment appointment, Instant now, Function<LiveLedger, List<Entry>> making) {
        List<Entry> made = new ArrayList<>();
        List<Outcome> outcomes = change(appointment, now, (ledger, lines) -> {
            made.clear();
            made.addAll(making.apply(ledger));
            return made.stream()
                    .map(entry -> {
                        if (entry.act() instanceof Act.SeatTaken) {
                            ledger.seatTaken(now, lines);
                        }
                        return ledger.judge(entry, lines);
                    })
                    .toList();
        });
        for (int i = 0; i < made.size(); i++) {
            if (outcomes.get(i).status() == Outcome.Status.ENTERED) {
                events.publishEvent(new Recorded(appointment.sitting(), made.get(i)));
            }
        }
        return outcomes;
    }

    @Override
    public List<Outage> outages(Appointment appointment, Instant now) {
        return change(appointment, now, (ledger, lines) -> ledger.outages(now));
    }

    /**
     * Does what may be done only while nothing has happened in some sittings; their ledgers are read anew afterwards.
     *
     * @throws BegunException if something has
     */
    void whileEmpty(Collection<Appointment> appointments, Runnable change) {
        whileLocked(
                appointments,
                (appointment, ledger) -> {
                    if (!ledger.isUntouched()) {
                        throw new BegunException(appointment);
                    }
                },
                change);
    }

    /** Does what nothing may happen beside in a sitting; its ledger is read anew afterwards, if there still is one. */
    void whileNothingHappens(Appointment appointment, Runnable change) {
        whileLocked(List.of(appointment), (any, ledger) -> {}, change);
    }

    private void whileLocked(
            Collection<Appointment> appointments, BiConsumer<Appointment, LiveLedger> check, Runnable change) {
        Map<Appointment, LiveLedger> locked = new LinkedHashMap<>();
        try {
            appointments.stream()
                    .sorted(Comparator.comparingLong(
                            appointment -> appointment.sitting().value()))
                    .forEach(appointment -> locked.put(appointment, current(appointment)));
            locked.forEach(check);
            change.run();
            locked.values().forEach(this::forget);
        } finally {
            locked.values().forEach(ledger -> ledger.lock().unlock());
        }
    }

    @Override
    public Opened open(Appointment appointment, Instant now) {
        return change(appointment, now, (ledger, lines) -> ledger.openedAt(now));
    }

    @Override
    public Timeline timeline(Appointment appointment, Instant now) {
        return change(appointment, now, (ledger, lines) -> ledger.timeline(now));
    }

    @Override
    public Stream<String> export(Appointment appointment) {
        return reader.export(appointment);
    }

    /** Changes a ledger; what another node was faster than is judged anew on what it has written. */
    private <T> T change(Appointment appointment, Instant now, BiFunction<LiveLedger, List<LedgerLine>, T> change) {
        for (int tries = 1; ; tries++) {
            try {
                return changeOnce(appointment, now, change);
            } catch (OvertakenException e) {
                if (tries == MOST_TRIES) {
                    throw new StoreFailedException("other nodes were faster " + tries + " times in a row");
                }
            }
        }
    }

    private <T> T changeOnce(Appointment appointment, Instant now, BiFunction<LiveLedger, List<LedgerLine>, T> change) {
        LiveLedger ledger = current(appointment);
        List<LedgerLine> lines = new ArrayList<>();
        boolean whole = false;
        try {
            ledger.recordEndings(now, lines);
            T result = change.apply(ledger, lines);
            List<SittingChange> changes = ledger.changes(now);
            writer.write(lines, changes);
            ledger.stored(changes);
            whole = true;
            tell(changes);
            return result;
        } catch (SeatTakenException | TooManyEntriesException e) {
            whole = lines.isEmpty();
            throw e;
        } finally {
            if (!whole) {
                forget(ledger);
            }
            ledger.lock().unlock();
        }
    }

    private void tell(List<SittingChange> changes) {
        for (SittingChange change : changes) {
            switch (change) {
                case Standing standing -> {
                    events.publishEvent(new StandingChanged(standing));
                    if (standing.progress() != Progress.IN_PROGRESS) {
                        standings.forget(standing.sitting());
                    }
                }
                case NotedRow row -> events.publishEvent(new Noted(row.sitting()));
                case DeadlineRow row -> {}
            }
        }
    }

    /** Returns what {@link #lock} does, with everything in it that other nodes have written by now. */
    private LiveLedger current(Appointment appointment) {
        while (true) {
            LiveLedger ledger = lock(appointment);
            try {
                if (!writer.isBehind(appointment.sitting(), ledger.lastSeq())) {
                    return ledger;
                }
            } catch (RuntimeException e) {
                ledger.lock().unlock();
                throw e;
            }
            forget(ledger);
            ledger.lock().unlock();
        }
    }

    @EventListener
    void grown(GrownElsewhere grown) {
        Optional.ofNullable(live.getIfPresent(grown.sitting())).ifPresent(this::forget);
    }

    /** Throws a ledger in memory away, which may not be what is stored; the next use reads it anew. */
    private void forget(LiveLedger ledger) {
        ledger.markStale();
        live.asMap().remove(ledger.sitting(), ledger);
    }

    /**
     * Returns the live ledger of a sitting, locked; one that became stale while this waited for it is passed over. One that
     * was read on other terms is read anew once: either they were changed on another node, or the appointment at hand is old.
     */
    private LiveLedger lock(Appointment appointment) {
        boolean readAnew = false;
        while (true) {
            LiveLedger ledger = live.get(appointment.sitting(), id -> reader.read(appointment));
            ledger.lock().lock();
            if (!readAnew && !ledger.isOn(appointment.paper(), appointment.terms())) {
                readAnew = true;
                forget(ledger);
            }
            if (!ledger.isStale()) {
                standings.lastHeard(appointment.sitting()).ifPresent(ledger::heardAnywhere);
                return ledger;
            }
            ledger.lock().unlock();
        }
    }
}
