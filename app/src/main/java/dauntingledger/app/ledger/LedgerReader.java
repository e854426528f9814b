package dauntingledger.app.ledger;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dauntingledger.app.papers.Papers;
import dauntingledger.rulebook.chain.Chain;
import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.plain.EntryCodec;
import dauntingledger.rulebook.sitting.Entry;
import jakarta.persistence.EntityManager;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.hibernate.jpa.HibernateHints;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/** Reads ledgers from the database: to go on with them, and to give them out. */
@Component
class LedgerReader {

    /*
     * What cannot be read concerns one sitting only. It is remembered for a while, so that lists that show it do not
     * read it again and again, and is said in the log once.
     */

    private static final Logger log = LoggerFactory.getLogger(LedgerReader.class);
    private static final int MOST_UNREADABLE = 1_000;
    private static final Duration UNREADABLE_FOR = Duration.ofMinutes(1);

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final Papers papers;
    private final Deadlines deadlines;
    private final JsonMapper json;
    private final Mends mends;
    private final LedgerSettings settings;
    private final Cache<SittingId, UnreadableLedgerException> unreadable = Caffeine.newBuilder()
            .maximumSize(MOST_UNREADABLE)
            .expireAfterWrite(UNREADABLE_FOR)
            .build();

    LedgerReader(
            EntityManager entities,
            TransactionTemplate transactions,
            Papers papers,
            Deadlines deadlines,
            JsonMapper json,
            Mends mends,
            LedgerSettings settings) {
        this.entities = entities;
        this.transactions = transactions;
        this.papers = papers;
        this.deadlines = deadlines;
        this.json = json;
        this.mends = mends;
        this.settings = settings;
    }

    /**
     * Reads a ledger as it is stored now.
     *
     * @throws UnreadableLedgerException if it cannot be read, or could not a moment ago
     */
    LiveLedger read(Appointment appointment) {
        SittingId sitting = appointment.sitting();
        UnreadableLedgerException known = unreadable.getIfPresent(sitting);
        if (known != null) {
            throw known;
        }
        Kept kept = kept(sitting);
        List<LedgerLine> lines = kept.lines();
        try {
            List<LedgerLine> readable = lines.stream()
                    .filter(line -> !kept.aside().contains(line.seq()))
                    .toList();
            List<Entry> entries = readable.stream()
                    .map(line -> EntryCodec.fromPlain(plain(line.line())))
                    .toList();
            Paper paper = kept.appointment()
                    .personal(papers.text(kept.appointment().paper()).paper());
            LiveLedger.Stored stored = new LiveLedger.Stored(
                    Chain.ofHead(head(kept.appointment())), lines, readable, entries, kept.due(), kept.standing());
            return new LiveLedger(kept.appointment(), paper, stored, settings);
        } catch (JacksonException | IllegalArgumentException | IllegalStateException e) {
            UnreadableLedgerException broken = new UnreadableLedgerException(sitting, e);
            unreadable.put(sitting, broken);
            markUnreadable(sitting);
            log.error("ALARM: {}. Nobody can go on with it; bin/repair says what can be done.", broken.getMessage());
            throw broken;
        }
    }

    /** Lets lists show it. They must not fail with it, so a store that takes nothing is no matter here. */
    private void markUnreadable(SittingId sitting) {
        try {
            transactions.executeWithoutResult(
                    status -> entities.createQuery("update SittingRecord set readable = false where id = :id")
                            .setParameter("id", sitting.value())
                            .executeUpdate());
        } catch (DataAccessException | TransactionException e) {
            log.warn("Sitting {} could not be marked as unreadable", sitting);
        }
    }

    /** What the database has of a sitting. */
    private record Kept(
            List<LedgerLine> lines,
            Set<Integer> aside,
            Optional<Instant> due,
            Appointment appointment,
            Standing standing) {}

    /**
     * Reads all of it in one transaction: a sweep does so for thousands. The appointment at hand may be older than what
     * the office has granted since; the database is not.
     */
    private Kept kept(SittingId sitting) {
        return transactions.execute(status -> {
            SittingRecord record = entities.find(SittingRecord.class, sitting.value());
            return new Kept(
                    lines(sitting),
                    mends.aside(sitting),
                    deadlines.find(sitting),
                    record.appointment(json),
                    record.standing());
        });
    }

    private List<LedgerLine> lines(SittingId sitting) {
        return transactions.execute(status -> entities.createQuery(
                        "from LedgerLine where sitting = :sitting order by seq", LedgerLine.class)
                .setParameter("sitting", sitting.value())
                .setHint(HibernateHints.HINT_READ_ONLY, true)
                .getResultList());
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

    /** Returns the lines of a ledger as JSON, the head first, each with its hash. */
    Stream<String> export(Appointment appointment) {
        Map<String, Object> head = head(appointment);
        String first = CanonicalJson.write(withHash(head, Chain.ofHead(head)));
        List<Mends.Mend> mended = mends.of(appointment.sitting());
        return Stream.concat(
                Stream.of(first), lines(appointment.sitting()).stream().flatMap(line -> exported(line, mended)));
    }

    /** A line that is set aside is no entry, so only what was noted of it is given out. */
    private Stream<String> exported(LedgerLine line, List<Mends.Mend> mended) {
        List<Mends.Mend> here =
                mended.stream().filter(mend -> mend.seq() == line.seq()).toList();
        Stream<String> notes = here.stream().map(mend -> CanonicalJson.write(mend.line()));
        boolean aside = here.stream().anyMatch(mend -> mend.kind() == Mends.Kind.ASIDE);
        return aside
                ? notes
                : Stream.concat(notes, Stream.of(CanonicalJson.write(withHash(plain(line.line()), line.hash()))));
    }

    private Map<?, ?> plain(String line) {
        return json.readValue(line, Map.class);
    }
}
