package dauntingledger.app.mail;

import static java.util.Objects.requireNonNull;

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

/** A row of the table of mail. */
@Entity
@Table(name = "mail_message")
class MailRecord {

    private static final int LONGEST_SUBJECT = 200;
    private static final int LONGEST_BODY = 20_000;
    private static final int LONGEST_PROBLEM = 400;

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private String once = "";
    private String recipient = "";
    private String subject = "";

    @Column(length = LONGEST_BODY)
    private String body = "";

    @Column(name = "attachment_name")
    private String attachmentName = "";

    @Column(name = "attachment_type")
    private String attachmentType = "";

    @JdbcTypeCode(SqlTypes.LONG32VARBINARY)
    private byte @Nullable [] attachment;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    private Mail.Standing standing = Mail.Standing.WAITING;

    private String problem = "";

    @Column(name = "made_at")
    private Instant madeAt = Instant.EPOCH;

    @Column(name = "sent_at")
    private @Nullable Instant sentAt;

    protected MailRecord() {}

    MailRecord(Mail.Message message, Instant now) {
        this.once = message.once();
        this.recipient = message.recipient();
        // A line break would end the header.
        this.subject = cut(message.subject().replaceAll("\\p{Cntrl}+", " "), LONGEST_SUBJECT);
        this.body = cut(message.text(), LONGEST_BODY);
        message.attachment().ifPresent(file -> {
            this.attachmentName = file.name();
            this.attachmentType = file.type();
            this.attachment = file.bytes().clone();
        });
        this.madeAt = now;
    }

    private static String cut(String text, int most) {
        return text.length() <= most ? text : text.substring(0, most);
    }

    long id() {
        return requireNonNull(id, "id");
    }

    String recipient() {
        return recipient;
    }

    String subject() {
        return subject;
    }

    String body() {
        return body;
    }

    String attachmentName() {
        return attachmentName;
    }

    String attachmentType() {
        return attachmentType;
    }

    byte @Nullable [] attachment() {
        return attachment == null ? null : attachment.clone();
    }

    Mail.Standing standing() {
        return standing;
    }

    String problem() {
        return problem;
    }

    Instant madeAt() {
        return madeAt;
    }

    @Nullable
    Instant sentAt() {
        return sentAt;
    }

    /** Notes how it stands from {@code at} on. */
    void stand(Mail.Standing now, String why, Instant at) {
        this.standing = now;
        this.problem = cut(why, LONGEST_PROBLEM);
        this.sentAt = at;
    }
}
