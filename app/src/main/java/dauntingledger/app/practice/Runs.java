package dauntingledger.app.practice;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Forgotten;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.papers.PaperMarking;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.Papers;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.paper.PracticeMode;
import dauntingledger.rulebook.paper.Practised;
import dauntingledger.rulebook.plain.RunCodec;
import dauntingledger.rulebook.practice.Pace;
import dauntingledger.rulebook.practice.PastAnswer;
import dauntingledger.rulebook.practice.Run;
import dauntingledger.rulebook.scoring.Score;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.StageRecord;
import dauntingledger.rulebook.statistics.Quartiles;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * The practice that candidates have handed in. What a run came to is worked out once, when somebody looks at it first, and
 * kept: nothing changes in it any more.
 */
@Component
class Runs implements PastAnswers {

    private final Appointments appointments;
    private final Ledgers ledgers;
    private final Papers papers;
    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final JsonMapper json;
    private final Clock clock;

    Runs(
            Appointments appointments,
            Ledgers ledgers,
            Papers papers,
            EntityManager entities,
            TransactionTemplate transactions,
            JsonMapper json,
            Clock clock) {
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.papers = papers;
        this.entities = entities;
        this.transactions = transactions;
        this.json = json;
        this.clock = clock;
    }

    /** Returns the runs of a candidate by sitting, in the order in which they were handed in. */
    Map<SittingId, Run> of(String candidate) {
        Map<SittingId, Run> kept = kept(candidate);
        long added = appointments.practised(candidate).stream()
                .filter(practised -> !kept.containsKey(practised.sitting()))
                .filter(this::workOut)
                .count();
        return added == 0 ? kept : kept(candidate);
    }

    private Map<SittingId, Run> kept(String candidate) {
        Map<SittingId, Run> runs = new LinkedHashMap<>();
        transactions
                .execute(status -> entities.createQuery(
                                "from RunRecord where candidate = ?1 order by handedInAt, sitting", RunRecord.class)
                        .setParameter(1, candidate)
                        .getResultList())
                .forEach(record ->
                        runs.put(record.sitting(), RunCodec.fromPlain(json.readValue(record.run(), Map.class))));
        return runs;
    }

    @Override
    public boolean keep(Appointment appointment) {
        boolean kept = transactions.execute(
                status -> entities.find(RunRecord.class, appointment.sitting().value()) != null);
        return kept || workOut(appointment);
    }

    /**
     * Works out what a sitting came to, and keeps it; returns false if it is no practice, not handed in or unreadable, or while
     * programs in it wait to be run.
     */
    private boolean workOut(Appointment practised) {
        Optional<PracticeMode> mode = practised.terms().practised().map(Practised::mode);
        if (mode.isEmpty()) {
            return false;
        }
        Instant now = clock.instant();
        Optional<Sitting> read = ledgers.openIfReadable(practised, now)
                .map(Ledgers.Opened::sitting)
                .filter(sitting -> sitting.route().isHandedIn());
        if (read.isEmpty()) {
            return false;
        }
        Sitting sitting = read.get();
        Instant handedIn = sitting.route().records().stream()
                .map(StageRecord::endedAt)
                .max(Instant::compareTo)
                .orElse(now);
        PaperMarking marking = papers.marking(practised.paper(), practised.seed());
        if (marking.waiting(sitting) > 0) {
            return false;
        }
        Score score = marking.score(sitting, Map.of());
        Run run = Run.of(sitting, mode.get(), handedIn, score);
        RunRecord record = new RunRecord(
                practised.sitting(), practised.candidate(), handedIn, json.writeValueAsString(RunCodec.toPlain(run)));
        PaperId paper = practised.paper().id();
        transactions.executeWithoutResult(status -> {
            entities.merge(record);
            PastAnswer.of(sitting, score)
                    .forEach(answer -> entities.merge(new AnswerRecord(practised.sitting(), paper, answer)));
        });
        return true;
    }

    @Override
    public Optional<Past> of(Appointment appointment) {
        if (!keep(appointment)) {
            return Optional.empty();
        }
        Map<ItemId, PastAnswer> answers = new LinkedHashMap<>();
        answers(appointment.sitting()).forEach(answer -> answers.put(answer.item(), answer));
        Duration own = Pace.usual(answers.values());
        return Optional.of(new Past(answers, others(appointment.paper().id()), own));
    }

    /** Returns how the questions of a run went that is kept. */
    List<PastAnswer> answers(SittingId sitting) {
        return transactions
                .execute(status -> entities.createQuery(
                                "from AnswerRecord where key.sitting = ?1 order by key.item", AnswerRecord.class)
                        .setParameter(1, sitting.value())
                        .getResultList())
                .stream()
                .map(AnswerRecord::answer)
                .toList();
    }

    /**
     * Returns how long the questions of a paper took those who looked at them, where enough people have: the median as
     * {@link Quartiles} has it, worked out where the many answers are.
     */
    private Map<ItemId, Duration> others(PaperId paper) {
        Map<ItemId, Duration> medians = new HashMap<>();
        transactions
                .execute(status -> entities.createQuery(
                                "select answer.key.item, percentile_cont(0.5) within group (order by answer.spentMillis)"
                                        + " from AnswerRecord answer join RunRecord run on run.sitting = answer.key.sitting"
                                        + " where answer.paper = ?1 and answer.spentMillis > 0 group by answer.key.item"
                                        + " having count(distinct run.candidate) >= ?2",
                                Object[].class)
                        .setParameter(1, paper.value())
                        .setParameter(2, LEAST_PEOPLE)
                        .getResultList())
                .forEach(row ->
                        medians.put(new ItemId((String) row[0]), Duration.ofMillis(((Number) row[1]).longValue())));
        return medians;
    }

    /** Returns how each question of a paper went when a candidate practised it last. */
    Map<ItemId, PastAnswer> last(String candidate, PaperId paper) {
        of(candidate);
        Map<ItemId, PastAnswer> last = new HashMap<>();
        transactions
                .execute(status -> entities.createQuery(
                                "select answer from AnswerRecord answer join RunRecord run on run.sitting = answer.key.sitting"
                                        + " where run.candidate = ?1 and answer.paper = ?2 order by run.handedInAt, run.sitting",
                                AnswerRecord.class)
                        .setParameter(1, candidate)
                        .setParameter(2, paper.value())
                        .getResultList())
                .forEach(row -> last.put(row.answer().item(), row.answer()));
        return last;
    }

    /** What a paper was practised by all. */
    record OfPaper(PaperId paper, int people, List<Run> runs) {}

    /** Returns the kept runs of everybody, by paper. */
    List<OfPaper> byPaper() {
        Map<PaperId, List<Run>> all = new HashMap<>();
        Map<PaperId, Set<String>> people = new HashMap<>();
        transactions
                .execute(status ->
                        entities.createQuery("from RunRecord", RunRecord.class).getResultList())
                .forEach(record -> {
                    Run run = RunCodec.fromPlain(json.readValue(record.run(), Map.class));
                    all.computeIfAbsent(run.paper(), none -> new ArrayList<>()).add(run);
                    people.computeIfAbsent(run.paper(), none -> new HashSet<>()).add(record.candidate());
                });
        return all.entrySet().stream()
                .map(one -> new OfPaper(
                        one.getKey(),
                        people.getOrDefault(one.getKey(), Set.of()).size(),
                        one.getValue()))
                .toList();
    }

    @EventListener
    void forgotten(Forgotten practice) {
        long sitting = practice.sitting().value();
        for (String rows : List.of("AnswerRecord where key.sitting", "RunRecord where sitting")) {
            entities.createQuery("delete from " + rows + " = ?1")
                    .setParameter(1, sitting)
                    .executeUpdate();
        }
    }

    /** Returns the papers of runs by their ids, the latest version of each in {@code language}. */
    Map<PaperId, PaperText> papers(List<Run> runs, String language) {
        Set<PaperId> practised = runs.stream().map(Run::paper).collect(Collectors.toSet());
        return papers.latest().stream()
                .filter(ref -> practised.contains(ref.id()))
                .collect(Collectors.toMap(PaperRef::id, ref -> papers.text(ref, language)));
    }
}
