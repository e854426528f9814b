package dauntingledger.app.search;

import jakarta.persistence.EntityManager;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.text.Normalizer;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.hibernate.Session;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The index by words. What is found is named by its kind and its own name. */
@Component
public class SearchIndex {

    private static final int LONGEST_WORD = 80;
    private static final int MOST_WORDS_ASKED = 6;
    /** How many words of one name begin with the same letters at most, as far as anybody looks for them. */
    private static final int WORDS_THAT_BEGIN_ALIKE = 4;

    private static final int BATCH = 2_000;

    private final EntityManager entities;
    private final ApplicationEventPublisher events;

    SearchIndex(EntityManager entities, ApplicationEventPublisher events) {
        this.entities = entities;
        this.events = events;
    }

    /** Kinds of what can be found. */
    public enum Kind {
        CANDIDATE,
        EXAM,
        PAPER
    }

    /** Returns the words of a text: small letters without accents; a ligature counts as its letters. */
    static Set<String> words(String text) {
        String plain = Normalizer.normalize(text, Normalizer.Form.NFKD)
                .replaceAll("\\p{M}+", "")
                .toLowerCase(Locale.ROOT)
                .replace("ß", "ss")
                .replace("ø", "o")
                .replace("æ", "ae")
                .replace("œ", "oe")
                .replace("ł", "l")
                .replace("đ", "d");
        Set<String> words = new TreeSet<>();
        for (String word : plain.split("[^\\p{L}\\p{N}]+")) {
            if (!word.isEmpty()) {
                words.add(word.length() <= LONGEST_WORD ? word : word.substring(0, LONGEST_WORD));
            }
        }
        return words;
    }

    /** Asks everybody who puts something into the index to do so anew. */
    @Transactional
    public void rebuild() {
        entities.createNativeQuery("delete from search_word").executeUpdate();
        events.publishEvent(new Anew());
    }

    /** Whoever puts something into the index puts all of it in when this is published. */
    public record Anew() {}

    /** Makes {@code target} be found by these texts, and by nothing else. */
    @Transactional
    public void put(Kind kind, String target, String... texts) {
        putAll(kind, Map.of(target, List.of(texts)));
    }

    /** Makes each target be found by its texts, and by nothing else. */
    @Transactional
    public void putAll(Kind kind, Map<String, List<String>> texts) {
        entities.unwrap(Session.class).doWork(connection -> {
            clear(connection, kind, texts.keySet());
            insert(connection, kind, texts);
        });
    }

    /** Makes each target, which is not in the index yet, be found by its texts. */
    @Transactional
    public void addAll(Kind kind, Map<String, List<String>> texts) {
        entities.unwrap(Session.class).doWork(connection -> insert(connection, kind, texts));
    }

    private static void clear(Connection connection, Kind kind, Set<String> targets) throws SQLException {
        try (PreparedStatement delete =
                connection.prepareStatement("delete from search_word where kind = ? and target = ?")) {
            int waiting = 0;
            for (String target : targets) {
                delete.setString(1, kind.name());
                delete.setString(2, target);
                delete.addBatch();
                if (++waiting % BATCH == 0) {
                    delete.executeBatch();
                }
            }
            delete.executeBatch();
        }
    }

    private static void insert(Connection connection, Kind kind, Map<String, List<String>> texts) throws SQLException {
        try (PreparedStatement insert =
                connection.prepareStatement("insert into search_word (word, kind, target) values (?, ?, ?)")) {
            int waiting = 0;
            for (Map.Entry<String, List<String>> one : texts.entrySet()) {
                for (String word : words(String.join(" ", one.getValue()))) {
                    insert.setString(1, word);
                    insert.setString(2, kind.name());
                    insert.setString(3, one.getKey());
                    insert.addBatch();
                    if (++waiting % BATCH == 0) {
                        insert.executeBatch();
                    }
                }
            }
            insert.executeBatch();
        }
    }

    /**
     * Returns the names of what has, for every word of {@code text}, a word that begins so; at most {@code most}, in the
     * order of the words.
     */
    @Transactional(readOnly = true)
    public List<String> find(Kind kind, String text, int most) {
        List<String> words = words(text).stream()
                .limit(MOST_WORDS_ASKED)
                .sorted(Comparator.comparing((String word) -> howMany(kind, word)))
                .toList();
        if (words.isEmpty()) {
            return List.of();
        }
        var query = entities.createNativeQuery(query(words.size()), String.class)
                .setParameter("kind", kind.name())
                .setMaxResults(most * WORDS_THAT_BEGIN_ALIKE);
        for (int i = 0; i < words.size(); i++) {
            query.setParameter("from" + i, words.get(i));
            query.setParameter("to" + i, words.get(i) + Character.MAX_VALUE);
        }
        Set<String> found = new LinkedHashSet<>();
        query.getResultList().forEach(target -> found.add(String.valueOf(target)));
        return found.stream().limit(most).toList();
    }

    /** Returns how many words begin so, as far as it matters. */
    private long howMany(Kind kind, String word) {
        return ((Number) entities.createNativeQuery("""
                        select count(*) from (select 1 from search_word where word >= ?1 and word < ?2 and kind = ?3
                            fetch first 1000 rows only) begun""", Long.class)
                        .setParameter(1, word)
                        .setParameter(2, word + Character.MAX_VALUE)
                        .setParameter(3, kind.name())
                        .getSingleResult())
                .longValue();
    }

    /**
     * The word that the fewest have leads; the index gives its first rows without a look at the others. A range instead
     * of a pattern, so that it is used whatever signs the words have.
     */
    private static String query(int words) {
        StringBuilder query = new StringBuilder(
                "select w0.target from search_word w0 where w0.word >= :from0 and w0.word < :to0 and w0.kind = :kind");
        for (int i = 1; i < words; i++) {
            query.append(String.format(
                    Locale.ROOT,
                    " and exists (select 1 from search_word w%1$d where w%1$d.kind = w0.kind and w%1$d.target = w0.target"
                            + " and w%1$d.word >= :from%1$d and w%1$d.word < :to%1$d)",
                    i));
        }
        return query.toString();
    }
}
