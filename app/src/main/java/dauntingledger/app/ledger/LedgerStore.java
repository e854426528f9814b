package dauntingledger.app.ledger;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dauntingledger.app.papers.Papers;
import dauntingledger.rulebook.chain.Chain;
import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.plain.EntryCodec;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import dauntingledger.rulebook.sitting.Timeline;
import jakarta.persistence.EntityManager;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.BiFunction;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Keeps ledgers in the database, with those in use folded in memory. */
@Component
class LedgerStore implements Ledgers {

    /*
     * Everything about one sitting happens under the lock of its live ledger: judge, chain, wait for the group commit.
     * So a reader never sees an entry that is not durable. If the commit fails, the live ledger is ahead of the
     * database; it is thrown away and the next use loads the truth.
     */

    private static final int MOST_LIVE = 20_000;
    private static final Duration IDLE = Duration.ofHours(1);

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final Papers papers;
    private final GroupCommit writer;
    private final Deadlines deadlines;
    private final JsonMapper json;
    private final ApplicationEventPublisher events;
    private final Cache<SittingId, LiveLedger> live =
            Caffeine.newBuilder().maximumSize(MOST_LIVE).expireAfterAccess(IDLE).build();

    LedgerStore(
            EntityManager entities,
            TransactionTemplate transactions,
            Papers papers,
            GroupCommit writer,
            Deadlines deadlines,
            JsonMapper json,
            ApplicationEventPublisher events) {
        this.entities = entities;
        this.transactions = transactions;
        this.papers = papers;
        this.writer = writer;
        this.deadlines = deadlines;
        this.json = json;
        this.events = events;
    }

    @Override
    public List<Outcome> append(Appointment appointment, String seat, List<Entry> entries, Instant now) {
        return change(appointment, now, (ledger, lines) -> {
            if (!ledger.isLive(seat)) {
                throw new SeatTakenException(appointment.sitting());
            }
            return entries.stream()
                    .map(entry -> ledger.judge(received(entry, now), lines))
                    .toList();
        });
    }

    @Override
    public Outcome record(Appointment appointment, Act act, Instant now) {
        Entry entry = Entry.made(new EntryId(UUID.randomUUID().toString()), now, act);
        Outcome outcome = change(appointment, now, (ledger, lines) -> ledger.judge(entry, lines));
        if (outcome.status() == Outcome.Status.ENTERED) {
            events.publishEvent(new Recorded(appointment.sitting(), entry));
        }
        return outcome;
    }

    /**
     * Does what may be done only while nothing has happened in a sitting; its ledger is read anew afterwards.
     *
     * @throws IllegalStateException if something has
     */
    <T> T whileEmpty(Appointment appointment, Supplier<T> change) {
        LiveLedger ledger = lock(appointment);
        try {
            if (!ledger.isUntouched()) {
                throw new IllegalStateException("sitting " + appointment.sitting() + " has begun");
            }
            T result = change.get();
            ledger.markStale();
            live.asMap().remove(appointment.sitting(), ledger);
            return result;
        } finally {
            ledger.lock().unlock();
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
        Map<String, Object> head = head(appointment);
        String first = CanonicalJson.write(withHash(head, Chain.ofHead(head)));
        return Stream.concat(
                Stream.of(first),
                lines(appointment.sitting()).stream()
                        .map(line -> CanonicalJson.write(withHash(plain(line.line()), line.hash()))));
    }

    private <T> T change(Appointment appointment, Instant now, BiFunction<LiveLedger, List<LedgerLine>, T> change) {
        LiveLedger ledger = lock(appointment);
        List<LedgerLine> lines = new ArrayList<>();
        try {
            ledger.recordEndings(now, lines);
            T result = change.apply(ledger, lines);
            Optional<DeadlineRow> due = ledger.dueAnew(now);
            writer.write(lines, due);
            due.ifPresent(ledger::stored);
            lines.clear();
            return result;
        } finally {
            if (!lines.isEmpty()) {
                ledger.markStale();
                live.asMap().remove(appointment.sitting(), ledger);
            }
            ledger.lock().unlock();
        }
    }

    /** Returns the live ledger of a sitting, locked; one that became stale while this waited for it is passed over. */
    private LiveLedger lock(Appointment appointment) {
        while (true) {
            LiveLedger ledger = live.get(appointment.sitting(), id -> load(appointment));
            ledger.lock().lock();
            if (!ledger.isStale()) {
                return ledger;
            }
            ledger.lock().unlock();
        }
    }

    private LiveLedger load(Appointment appointment) {
        List<LedgerLine> lines = lines(appointment.sitting());
        List<Entry> entries = lines.stream()
                .map(line -> EntryCodec.fromPlain(plain(line.line())))
                .toList();
        Appointment kept = kept(appointment.sitting());
        Paper paper = kept.personal(papers.text(appointment.paper()).paper());
        return new LiveLedger(
                appointment.sitting(),
                paper,
                kept.terms(),
                Chain.ofHead(head(appointment)),
                lines,
                entries,
                deadlines.find(appointment.sitting()));
    }

    /** The appointment at hand may be older than what the office has granted since; the database is not. */
    private Appointment kept(SittingId sitting) {
        return transactions.execute(
                status -> entities.find(SittingRecord.class, sitting.value()).appointment(json));
    }

    private List<LedgerLine> lines(SittingId sitting) {
        return transactions.execute(status -> entities.createQuery(
                        "from LedgerLine where sitting = :sitting order by seq", LedgerLine.class)
                .setParameter("sitting", sitting.value())
                .getResultList());
    }

    private static Entry received(Entry entry, Instant now) {
        Instant at = entry.at().isAfter(now) ? now : entry.at();
        return new Entry(entry.id(), at, now, entry.act());
    }

    private static Map<String, Object> head(Appointment appointment) {
        return Chain.head(
                appointment.sitting().toString(),
                appointment.paper().id(),
                appointment.paper().version(),
                appointment.seed());
    }

    private static Map<String, Object> withHash(Map<?, ?> line, Hash hash) {
        Map<String, Object> hashed = new LinkedHashMap<>();
        line.forEach((name, value) -> hashed.put((String) name, value));
        hashed.put("hash", hash.hex());
        return hashed;
    }

    private Map<?, ?> plain(String line) {
        return json.readValue(line, Map.class);
    }
}
