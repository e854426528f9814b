package dauntingledger.app.office;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.papers.PaperText.Purpose;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.search.SearchIndex;
import dauntingledger.rulebook.sitting.Progress;
import jakarta.persistence.EntityManager;
import jakarta.persistence.Query;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Lists sittings a page at a time, by what is stored of each beside its ledger. No ledger is read. */
@Component
class SittingList {

    private static final int MOST_FOUND = 500;

    private final EntityManager entities;
    private final SearchIndex index;
    private final Papers papers;

    SittingList(EntityManager entities, SearchIndex index, Papers papers) {
        this.entities = entities;
        this.index = index;
        this.papers = papers;
    }

    /** In which order sittings are listed. */
    enum Order {
        LATEST("s.opens_at desc, s.id desc"),
        EARLIEST("s.opens_at asc, s.id asc"),
        NUMBER("s.candidate asc, s.id asc");

        private final String by;

        Order(String by) {
            this.by = by;
        }
    }

    /**
     * What is looked for.
     *
     * @param text beginnings of words of the candidate's name or number; empty for any
     * @param exam the number of an exam; 0 for any
     * @param progress empty for any
     * @param held only sittings with entries that wait for a decision
     */
    record Filter(String text, long exam, Optional<Progress> progress, boolean held, Order order) {
        Filter {
            requireNonNull(text, "text");
            requireNonNull(progress, "progress");
            requireNonNull(order, "order");
        }
    }

    /** A line of the list. */
    record Line(
            long sitting,
            String number,
            String name,
            String exam,
            String paper,
            Optional<Instant> opens,
            String room,
            String chair,
            Progress progress,
            int held,
            boolean readable) {}

    @Transactional(readOnly = true)
    List<Line> find(Filter filter, int from, int most) {
        Map<String, Object> values = new LinkedHashMap<>();
        List<String> conditions = new ArrayList<>();
        conditions.add("s.paper in (:official)");
        values.put("official", official());
        if (!filter.text().isBlank()) {
            conditions.add("s.candidate in (:found)");
            values.put("found", nonEmpty(index.find(SearchIndex.Kind.CANDIDATE, filter.text(), MOST_FOUND)));
        }
        if (filter.exam() > 0) {
            conditions.add("s.exam = :exam");
            values.put("exam", filter.exam());
        }
        filter.progress().ifPresent(progress -> {
            conditions.add("s.progress = :progress");
            values.put("progress", progress.name());
        });
        if (filter.held()) {
            conditions.add("s.held > 0");
        }
        Query query = entities.createNativeQuery(
                """
                select s.id, s.candidate, c.name, coalesce(e.title, ''), s.paper, s.opens_at, coalesce(r.name, ''), s.seat,
                    s.progress, s.held, s.readable
                from sitting s join candidate c on c.number = s.candidate
                    left join exam e on e.id = s.exam left join exam_room r on r.id = s.room
                where """ + " " + String.join(" and ", conditions) + " order by " + filter.order().by, Object[].class);
        values.forEach(query::setParameter);
        List<?> rows = query.setFirstResult(from).setMaxResults(most).getResultList();
        return rows.stream().map(row -> line((Object[]) row)).toList();
    }

    private List<String> official() {
        return nonEmpty(papers.latest().stream()
                .filter(ref -> papers.text(ref).about().purpose() == Purpose.OFFICIAL)
                .map(ref -> ref.id().value())
                .toList());
    }

    /** SQL knows no empty list of values. */
    private static List<String> nonEmpty(List<String> values) {
        return values.isEmpty() ? List.of("") : values;
    }

    private static Line line(Object[] row) {
        return new Line(
                ((Number) row[0]).longValue(),
                text(row[1]),
                text(row[2]),
                text(row[3]),
                text(row[4]),
                Optional.ofNullable(row[5]).map(SittingList::instant),
                text(row[6]),
                text(row[7]),
                Progress.valueOf(text(row[8])),
                ((Number) row[9]).intValue(),
                (Boolean) row[10]);
    }

    private static Instant instant(Object stamp) {
        return stamp instanceof Instant instant ? instant : ((OffsetDateTime) stamp).toInstant();
    }

    private static String text(@Nullable Object value) {
        return String.valueOf(value);
    }
}
