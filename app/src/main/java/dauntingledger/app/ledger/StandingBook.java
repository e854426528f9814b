package dauntingledger.app.ledger;

import dauntingledger.app.nodes.OtherNodes;
import dauntingledger.rulebook.plain.EntryCodec;
import dauntingledger.rulebook.sitting.Progress;
import jakarta.persistence.EntityManager;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import java.util.stream.Collectors;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Reads how sittings stand from their rows, and remembers when each was heard, on whatever node. */
@Component
class StandingBook implements Standings {

    /** Nobody listens to a sitting after its end; then it is forgotten. */
    private record Heard(Instant at, int waiting) {}

    private final EntityManager entities;
    private final JsonMapper json;
    private final LedgerSettings settings;
    private final OtherNodes nodes;
    private final ConcurrentMap<SittingId, Heard> heard = new ConcurrentHashMap<>();
    private final Set<SittingId> untold = ConcurrentHashMap.newKeySet();

    StandingBook(EntityManager entities, JsonMapper json, LedgerSettings settings, OtherNodes nodes) {
        this.nodes = nodes;
        this.entities = entities;
        this.json = json;
        this.settings = settings;
    }

    void hear(SittingId sitting, Instant at, int waiting) {
        heard.put(sitting, new Heard(at, waiting));
        untold.add(sitting);
    }

    void forget(SittingId sitting) {
        heard.remove(sitting);
        untold.add(sitting);
    }

    /*
     * Hearing leaves no line, so it is told to the other nodes by itself, for many sittings at once: each as
     * sitting:milliseconds:waiting, or the sitting alone if it is over. A word that is lost is made good by the next beat.
     */

    @Scheduled(fixedDelayString = "${exam.nodes.tell-heard:1s}")
    void tellHeard() {
        List<String> words = List.copyOf(untold).stream()
                .filter(untold::remove)
                .map(sitting -> Optional.ofNullable(heard.get(sitting))
                        .map(last -> sitting + ":" + last.at().toEpochMilli() + ":" + last.waiting())
                        .orElse(sitting.toString()))
                .toList();
        nodes.tell(ToldOfSittings.HEARD, words);
    }

    void heardElsewhere(String word) {
        String[] parts = word.split(":");
        SittingId sitting = new SittingId(Long.parseLong(parts[0]));
        if (parts.length == 1) {
            heard.remove(sitting);
        } else {
            Heard told = new Heard(Instant.ofEpochMilli(Long.parseLong(parts[1])), Integer.parseInt(parts[2]));
            heard.merge(sitting, told, (known, after) -> known.at().isAfter(after.at()) ? known : after);
        }
    }

    /** Returns when a candidate was heard last, on whatever node; empty if that is not known here. */
    Optional<Instant> lastHeard(SittingId sitting) {
        return Optional.ofNullable(heard.get(sitting)).map(Heard::at);
    }

    @Override
    @Transactional(readOnly = true)
    public List<Standing> standing(Collection<SittingId> sittings) {
        return entities.createQuery("from SittingRecord where id in :ids", SittingRecord.class)
                .setParameter("ids", sittings.stream().map(SittingId::value).toList())
                .getResultStream()
                .map(SittingRecord::standing)
                .toList();
    }

    @Override
    @Transactional(readOnly = true)
    public List<Placed> of(ExamId exam, Optional<RoomId> room) {
        String where = room.isPresent() ? "room = :room" : ":room is null and room is null";
        return entities
                .createQuery(
                        "from SittingRecord where exam = :exam and " + where + " order by candidate",
                        SittingRecord.class)
                .setParameter("exam", exam.value())
                .setParameter("room", room.map(RoomId::value).orElse(null))
                .getResultList()
                .stream()
                .map(record -> new Placed(record.appointment(json), record.standing()))
                .toList();
    }

    @Override
    @Transactional(readOnly = true)
    public List<Logged> log(ExamId exam, Optional<RoomId> room, int most) {
        String where = room.isPresent() ? "s.room = ?2" : "?2 is null and s.room is null";
        List<?> rows = entities.createNativeQuery(
                        "select l.sitting, l.line from noted n join sitting s on s.id = n.sitting"
                                + " join ledger_line l on l.sitting = n.sitting and l.seq = n.seq where s.exam = ?1 and "
                                + where
                                + " order by n.at desc, n.seq desc")
                .setParameter(1, exam.value())
                .setParameter(2, room.map(RoomId::value).orElse(null))
                .setMaxResults(most)
                .getResultList();
        return rows.stream()
                .map(Object[].class::cast)
                .map(row -> new Logged(
                        new SittingId(((Number) row[0]).longValue()),
                        EntryCodec.fromPlain(json.readValue(String.valueOf(row[1]), Map.class))))
                .toList();
    }

    /**
     * What all sittings come to.
     *
     * @param held how many entries wait for a person to decide
     * @param unreadable how many sittings could not be read when they were last opened
     */
    record Figures(Map<Progress, Long> sittings, long held, long unreadable) {}

    @Transactional(readOnly = true)
    public Figures figures() {
        Map<Progress, Long> sittings = entities
                .createQuery("select progress, count(*) from SittingRecord group by progress", Object[].class)
                .getResultList()
                .stream()
                .collect(Collectors.toMap(row -> (Progress) row[0], row -> (Long) row[1]));
        return new Figures(
                sittings,
                count("select sum(held) from SittingRecord"),
                count("select count(*) from SittingRecord where not readable"));
    }

    private long count(String query) {
        return entities.createQuery(query, Long.class).getSingleResult() instanceof Long counted ? counted : 0;
    }

    @Override
    public Optional<Instant> silentSince(SittingId sitting, Instant now, Instant from) {
        Instant last = Optional.ofNullable(heard.get(sitting)).map(Heard::at).orElse(from);
        return Optional.of(last).filter(since -> settings.isSilence(since, now));
    }

    @Override
    public int waiting(SittingId sitting) {
        return Optional.ofNullable(heard.get(sitting)).map(Heard::waiting).orElse(0);
    }
}
