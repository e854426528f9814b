package dauntingledger.app.practice;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.Papers;
import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.paper.PracticeMode;
import dauntingledger.rulebook.plain.RunCodec;
import dauntingledger.rulebook.practice.Run;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.StageRecord;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * The practice that candidates have handed in. What a run came to is worked out once, when somebody looks at it first, and
 * kept: nothing changes in it any more.
 */
@Component
class Runs {

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
                .filter(this::keep)
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

    /** Keeps what a sitting came to; returns false if that cannot be read. */
    private boolean keep(Appointment practised) {
        Instant now = clock.instant();
        Optional<Sitting> read = ledgers.openIfReadable(practised, now).map(Ledgers.Opened::sitting);
        Optional<PracticeMode> mode = practised.terms().practised();
        if (read.isEmpty() || mode.isEmpty()) {
            return false;
        }
        Sitting sitting = read.get();
        Instant handedIn = sitting.route().records().stream()
                .map(StageRecord::endedAt)
                .max(Instant::compareTo)
                .orElse(now);
        Run run = Run.of(
                sitting,
                mode.get(),
                handedIn,
                papers.marking(practised.paper(), practised.seed()).score(sitting, Map.of()));
        RunRecord record = new RunRecord(
                practised.sitting(), practised.candidate(), handedIn, json.writeValueAsString(RunCodec.toPlain(run)));
        transactions.executeWithoutResult(status -> entities.merge(record));
        return true;
    }

    /** Returns the papers of runs by their ids, the latest version of each in {@code language}. */
    Map<PaperId, PaperText> papers(List<Run> runs, String language) {
        Set<PaperId> practised = runs.stream().map(Run::paper).collect(Collectors.toSet());
        return papers.latest().stream()
                .filter(ref -> practised.contains(ref.id()))
                .collect(Collectors.toMap(PaperRef::id, ref -> papers.text(ref, language)));
    }
}
