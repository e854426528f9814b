package dauntingledger.app.results;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.results.Results.Kept;
import dauntingledger.app.results.Results.Version;
import dauntingledger.app.signing.CertificateKeys;
import jakarta.persistence.EntityManager;
import jakarta.persistence.Query;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Makes certificates, once for each fixed result, and says what has become of one. */
@Component
class Certificates {

    /** Without letters and digits that are taken for each other. */
    private static final String SIGNS = "23456789ABCDEFGHJKMNPQRSTVWXYZ";

    private static final int LENGTH = 12;

    private final Results results;
    private final CertificateKeys keys;
    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final JsonMapper json;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    Certificates(
            Results results,
            CertificateKeys keys,
            EntityManager entities,
            TransactionTemplate transactions,
            JsonMapper json,
            Clock clock) {
        this.results = results;
        this.keys = keys;
        this.entities = entities;
        this.transactions = transactions;
        this.json = json;
        this.clock = clock;
    }

    /** What a certificate is worth now. */
    enum Standing {
        VALID,
        /** The candidate has another result since. */
        REPLACED,
        WITHDRAWN
    }

    /** A certificate with its signature. */
    record Signed(Certificate certificate, String payload, String signature, Standing standing) {}

    /** Returns the certificate of a result. It is made when it is asked for first, and again once it is replaced. */
    Signed of(Exam exam, Version version, Kept result, String name, String outcome) {
        return all("exam = ?1 and sitting = ?2", exam.id().value(), result.sitting()).stream()
                .filter(made -> made.standing() != Standing.REPLACED)
                .findFirst()
                .orElseGet(() -> make(exam, version, result, name, outcome));
    }

    private Signed make(Exam exam, Version version, Kept result, String name, String outcome) {
        Certificate made = new Certificate(
                number(), name, exam.title(), exam.hours().day().toString(), outcome, result.grade(), keys.currentId());
        String payload = made.payload();
        String signature = keys.sign(payload.getBytes(StandardCharsets.UTF_8));
        transactions.executeWithoutResult(status -> entities.createNativeQuery(
                        "insert into certificate (number, exam, version, sitting, payload, signature)"
                                + " values (?1, ?2, ?3, ?4, ?5, ?6)")
                .setParameter(1, made.number())
                .setParameter(2, exam.id().value())
                .setParameter(3, version.number())
                .setParameter(4, result.sitting())
                .setParameter(5, payload)
                .setParameter(6, signature)
                .executeUpdate());
        return new Signed(made, payload, signature, Standing.VALID);
    }

    private String number() {
        StringBuilder number = new StringBuilder();
        random.ints(LENGTH, 0, SIGNS.length()).forEach(i -> number.append(SIGNS.charAt(i)));
        return number.toString();
    }

    /** Returns the certificate of this number. */
    Optional<Signed> find(String number) {
        return all("number = ?1", number).stream().findFirst();
    }

    /** Withdraws a certificate; returns whether it was valid until then. */
    boolean withdraw(String number, String person) {
        return transactions.execute(status -> entities.createNativeQuery("""
                        update certificate set withdrawn_at = ?1, withdrawn_by = ?2
                        where number = ?3 and withdrawn_at is null""")
                        .setParameter(1, clock.instant())
                        .setParameter(2, person)
                        .setParameter(3, number)
                        .executeUpdate())
                == 1;
    }

    private List<Signed> all(String where, Object... parameters) {
        return transactions.execute(status -> {
            Query query = entities.createNativeQuery(
                    "select exam, version, sitting, payload, signature, withdrawn_at from certificate where " + where
                            + " order by version desc");
            for (int i = 0; i < parameters.length; i++) {
                query.setParameter(i + 1, parameters[i]);
            }
            List<?> rows = query.getResultList();
            return rows.stream().map(row -> signed((Object[]) row)).toList();
        });
    }

    private Signed signed(Object[] row) {
        ExamId exam = new ExamId(((Number) row[0]).longValue());
        int made = ((Number) row[1]).intValue();
        SittingId sitting = new SittingId(((Number) row[2]).longValue());
        boolean replaced = results.latest(exam)
                .filter(Version::fixed)
                .filter(version -> !results.areTheSame(exam, version.number(), made, sitting))
                .isPresent();
        String payload = String.valueOf(row[3]);
        return new Signed(
                Certificate.of(json.readValue(payload, Map.class)),
                payload,
                String.valueOf(row[4]),
                row[5] != null ? Standing.WITHDRAWN : replaced ? Standing.REPLACED : Standing.VALID);
    }
}
