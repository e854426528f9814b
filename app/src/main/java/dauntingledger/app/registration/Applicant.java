package dauntingledger.app.registration;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.ledger.ExamId;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** Somebody who has registered for an exam; a row of the table of applicants. */
@Entity
@Table(name = "applicant")
class Applicant {

    /** How an applicant stands. */
    enum Standing {
        /** The address is not confirmed. */
        UNCONFIRMED,
        /** Waits for the office. */
        CONFIRMED,
        /** Waits for a place. */
        WAITING,
        ACCEPTED,
        DECLINED
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private long exam;
    private String name = "";
    private String email = "";

    @Column(name = "email_key")
    private String emailKey = "";

    private String language = "";
    private String answers = "";

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    private Standing standing = Standing.UNCONFIRMED;

    @Column(name = "token_hash")
    private String tokenHash = "";

    @Column(name = "made_at")
    private Instant madeAt = Instant.EPOCH;

    @Column(name = "confirmed_at")
    private @Nullable Instant confirmedAt;

    private String number = "";

    protected Applicant() {}

    Applicant(ExamId exam, String emailKey, Instant now) {
        this.exam = exam.value();
        this.emailKey = emailKey;
        this.madeAt = now;
    }

    /** Takes over what was typed, and the link that confirms it. */
    void become(String newName, String newEmail, String newLanguage, String newAnswers, String newTokenHash) {
        this.name = newName;
        this.email = newEmail;
        this.language = newLanguage;
        this.answers = newAnswers;
        this.tokenHash = newTokenHash;
    }

    long id() {
        return requireNonNull(id, "id");
    }

    ExamId exam() {
        return new ExamId(exam);
    }

    String name() {
        return name;
    }

    String email() {
        return email;
    }

    String language() {
        return language;
    }

    String answers() {
        return answers;
    }

    Standing standing() {
        return standing;
    }

    String number() {
        return number;
    }

    void stand(Standing now) {
        this.standing = now;
    }

    void confirmed(Instant now) {
        this.confirmedAt = now;
    }

    @Nullable
    Instant confirmedAt() {
        return confirmedAt;
    }

    void accepted(String newNumber) {
        this.standing = Standing.ACCEPTED;
        this.number = newNumber;
    }
}
