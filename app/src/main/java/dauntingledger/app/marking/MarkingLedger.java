package dauntingledger.app.marking;

import static java.util.Objects.requireNonNull;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.nodes.Engine;
import dauntingledger.rulebook.chain.Chain;
import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.marking.AnswerMarking;
import dauntingledger.rulebook.marking.AnswerMarking.Refusal;
import dauntingledger.rulebook.marking.MarkingAct;
import dauntingledger.rulebook.marking.MarkingAct.AnswerId;
import dauntingledger.rulebook.marking.MarkingScheme;
import dauntingledger.rulebook.marking.QuestionMarking;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.plain.MarkingCodec;
import jakarta.persistence.EntityManager;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.dao.DataAccessException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * What markers have entered, exam by exam. Lines are only ever added, each with the hash of the one before it, as in the
 * ledger of a sitting ({@link Chain}).
 */
@Component
public class MarkingLedger {

    private static final String FORMAT = "daunting-ledger-marking/1";
    private static final int MOST_KEPT = 50;
    private static final Duration KEPT = Duration.ofHours(1);
    private static final int MOST_TRIES = 20;

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final JsonMapper json;
    private final Engine engine;
    private final LoadingCache<ExamId, Book> books =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).expireAfterAccess(KEPT).build(this::read);

    MarkingLedger(EntityManager entities, TransactionTemplate transactions, JsonMapper json, Engine engine) {
        this.engine = engine;
        this.entities = entities;
        this.transactions = transactions;
        this.json = json;
    }

    /** What an exam's lines come to. Changed under its own lock, and only after a line is durable. */
    private static final class Book {
        private final Map<AnswerId, AnswerMarking> answers = new HashMap<>();
        private final Map<ItemId, QuestionMarking> questions = new HashMap<>();
        private int lines;
        private Instant changedAt = Instant.EPOCH;
        private Hash last;

        Book(Hash head) {
            this.last = head;
        }

        AnswerMarking answer(AnswerId answer) {
            return answers.getOrDefault(answer, AnswerMarking.NONE);
        }

        QuestionMarking question(ItemId item) {
            return questions.getOrDefault(item, QuestionMarking.NONE);
        }

        Optional<Refusal> refusal(MarkingAct act, String person, MarkingScheme scheme) {
            return question(act.item())
                    .refusal(act, person, scheme)
                    .or(() -> act instanceof MarkingAct.OnAnswer on
                            ? answer(on.answer()).refusal(on, person, scheme)
                            : Optional.empty());
        }

        private void put(AnswerId answer, AnswerMarking after, Instant at) {
            if (!after.countsAs(answer(answer))) {
                changedAt = at;
            }
            answers.put(answer, after);
        }

        void take(MarkingAct act, String person, Instant at, Hash hash) {
            questions.put(act.item(), question(act.item()).after(act, person));
            if (act instanceof MarkingAct.OnAnswer on) {
                put(on.answer(), answer(on.answer()).after(on, person), at);
            }
            if (act instanceof MarkingAct.Stopped stop) {
                Map.copyOf(answers).forEach((answer, marking) -> {
                    if (answer.item().equals(stop.item())) {
                        put(answer, marking.withoutMarksOf(stop.marker()), at);
                    }
                });
            }
            lines++;
            last = hash;
        }
    }

    /** Returns the hash from which the chain over the marks of an exam begins. */
    static Hash head(long exam) {
        return Hash.of(CanonicalJson.write(Map.of("format", FORMAT, "exam", String.valueOf(exam))));
    }

    /** Returns what has been done with a question besides its candidates' answers. */
    QuestionMarking question(ExamId exam, ItemId item) {
        Book book = book(exam);
        synchronized (book) {
            return book.question(item);
        }
    }

    /** Returns what has been done with the answers of an exam, those of which nothing has left out. */
    public Map<AnswerId, AnswerMarking> of(ExamId exam) {
        Book book = book(exam);
        synchronized (book) {
            return Map.copyOf(book.answers);
        }
    }

    /** Returns when something was entered last that changes what counts; the epoch if nothing ever was. */
    public Instant changedAt(ExamId exam) {
        Book book = book(exam);
        synchronized (book) {
            return book.changedAt;
        }
    }

    /** Enters what {@code person} does, or returns why that cannot be. What another node was faster than is judged anew. */
    public Optional<Refusal> enter(ExamId exam, MarkingAct act, String person, MarkingScheme scheme, Instant now) {
        for (int tries = 1; ; tries++) {
            try {
                return enterOnce(exam, act, person, scheme, now);
            } catch (DataIntegrityViolationException e) {
                if (tries == MOST_TRIES || !engine.isServer()) {
                    throw e;
                }
            }
        }
    }

    private Optional<Refusal> enterOnce(ExamId exam, MarkingAct act, String person, MarkingScheme scheme, Instant now) {
        Book book = book(exam);
        synchronized (book) {
            Optional<Refusal> refused = book.refusal(act, person, scheme);
            if (refused.isEmpty()) {
                Map<String, Object> line = new LinkedHashMap<>(MarkingCodec.toPlain(act));
                line.put("seq", book.lines + 1);
                line.put("at", now.toEpochMilli());
                line.put("person", person);
                String text = CanonicalJson.write(line);
                Hash hash = Chain.next(book.last, text);
                MarkingLine.Key key = new MarkingLine.Key(exam.value(), book.lines + 1);
                keep(exam, new MarkingLine(key, text, hash.hex()));
                book.take(act, person, now, hash);
            }
            return refused;
        }
    }

    /** Returns the marks of an exam, with what other nodes have entered by now. */
    private Book book(ExamId exam) {
        Book book = books.get(exam);
        if (engine.isServer() && lines(exam) > linesOf(book)) {
            books.asMap().remove(exam, book);
            return books.get(exam);
        }
        return book;
    }

    private static int linesOf(Book book) {
        synchronized (book) {
            return book.lines;
        }
    }

    private long lines(ExamId exam) {
        return transactions.execute(status -> entities.createQuery(
                        "select coalesce(max(key.seq), 0) from MarkingLine where key.exam = ?1", Integer.class)
                .setParameter(1, exam.value())
                .getSingleResult());
    }

    /** What could not be kept may have been kept by another copy of this ledger; the next who asks reads it anew. */
    private void keep(ExamId exam, MarkingLine line) {
        try {
            transactions.executeWithoutResult(status -> entities.persist(line));
        } catch (DataAccessException e) {
            books.invalidate(exam);
            throw e;
        }
    }

    /** @throws IllegalStateException if a line was changed, left out or added outside of here */
    private Book read(ExamId exam) {
        Book book = new Book(head(exam.value()));
        List<MarkingLine> lines = transactions.execute(status -> entities.createQuery(
                        "from MarkingLine where key.exam = ?1 order by key.seq", MarkingLine.class)
                .setParameter(1, exam.value())
                .getResultList());
        for (MarkingLine line : lines) {
            Hash hash = Chain.next(book.last, line.line());
            Map<?, ?> plain = json.readValue(line.line(), Map.class);
            if (!hash.hex().equals(line.hash())
                    || !Integer.valueOf(book.lines + 1).equals(plain.get("seq"))) {
                throw new IllegalStateException(
                        "line " + (book.lines + 1) + " of the marks of exam " + exam + " is not as it was written");
            }
            Map<Object, Object> act = new LinkedHashMap<>(plain);
            act.keySet().removeAll(List.of("seq", "at", "person"));
            book.take(
                    MarkingCodec.fromPlain(act),
                    String.valueOf(plain.get("person")),
                    Instant.ofEpochMilli(((Number) requireNonNull(plain.get("at"))).longValue()),
                    hash);
        }
        return book;
    }
}
