package dauntingledger.app.mail;

import dauntingledger.app.mail.Mail.Standing;
import jakarta.mail.MessagingException;
import jakarta.mail.internet.MimeMessage;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.io.ByteArrayResource;
import org.springframework.mail.MailException;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.mail.javamail.MimeMessageHelper;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Keeps mail in the database and hands it to the mail server. A message is marked as being sent before it is handed
 * over, so that none goes out twice, whatever stops in between.
 */
@Component
class Post implements Mail {

    private static final Logger log = LoggerFactory.getLogger(Post.class);
    private static final int AT_ONCE = 100;

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final JavaMailSender sender;
    private final MailSettings settings;
    private final Clock clock;

    Post(
            EntityManager entities,
            TransactionTemplate transactions,
            JavaMailSender sender,
            MailSettings settings,
            Clock clock) {
        this.entities = entities;
        this.transactions = transactions;
        this.sender = sender;
        this.settings = settings;
        this.clock = clock;
    }

    @Override
    public int post(List<Message> messages) {
        Instant now = clock.instant();
        return transactions.execute(status -> {
            int kept = 0;
            for (Message message : messages) {
                if (!isKept(message.once())) {
                    entities.persist(new MailRecord(message, now));
                    kept++;
                }
            }
            return kept;
        });
    }

    private boolean isKept(String once) {
        return entities.createQuery("select count(*) from MailRecord where once = :once", Long.class)
                        .setParameter("once", once)
                        .getSingleResult()
                > 0;
    }

    /** Sends everything that waits. */
    @Scheduled(fixedDelayString = "${exam.mail.every:2s}")
    void deliver() {
        transactions.executeWithoutResult(status -> giveUpLost());
        while (true) {
            List<Long> waiting = transactions.execute(status -> entities.createQuery(
                            "select id from MailRecord where standing = WAITING order by id", Long.class)
                    .setMaxResults(AT_ONCE)
                    .getResultList());
            if (waiting.isEmpty()) {
                return;
            }
            waiting.forEach(this::deliver);
        }
    }

    private void giveUpLost() {
        entities.createQuery("update MailRecord set standing = UNCERTAIN where standing = SENDING and sentAt < :before")
                .setParameter("before", clock.instant().minus(settings.lost()))
                .executeUpdate();
    }

    private void deliver(long id) {
        if (!claim(id)) {
            return;
        }
        MailRecord message = transactions.execute(status -> entities.find(MailRecord.class, id));
        try {
            sender.send(mime(message));
            stand(id, Standing.SENT, "");
        } catch (MailException | MessagingException e) {
            log.warn("Mail {} could not be sent: {}", id, e.getMessage());
            stand(id, Standing.FAILED, String.valueOf(e.getMessage()));
        }
    }

    private boolean claim(long id) {
        return transactions.execute(status -> entities.createQuery(
                                "update MailRecord set standing = SENDING, sentAt = :now where id = :id and standing = WAITING")
                        .setParameter("now", clock.instant())
                        .setParameter("id", id)
                        .executeUpdate()
                == 1);
    }

    private void stand(long id, Standing standing, String why) {
        transactions.executeWithoutResult(
                status -> entities.find(MailRecord.class, id).stand(standing, why, clock.instant()));
    }

    private MimeMessage mime(MailRecord message) throws MessagingException {
        MimeMessage mime = sender.createMimeMessage();
        byte[] attachment = message.attachment();
        MimeMessageHelper helper = new MimeMessageHelper(mime, attachment != null, StandardCharsets.UTF_8.name());
        helper.setFrom(settings.from());
        helper.setTo(message.recipient());
        helper.setSubject(message.subject());
        helper.setText(message.body());
        if (attachment != null) {
            helper.addAttachment(message.attachmentName(), new ByteArrayResource(attachment), message.attachmentType());
        }
        mime.setHeader("Message-ID", "<mail-" + message.id() + "@daunting-ledger>");
        mime.setHeader("Auto-Submitted", "auto-generated");
        return mime;
    }

    /** A page of messages, the latest first. */
    List<MailRecord> page(boolean onlyFailed, int from, int most) {
        return transactions.execute(status -> entities.createQuery(
                        onlyFailed
                                ? "from MailRecord where standing in (FAILED, UNCERTAIN) order by id desc"
                                : "from MailRecord order by id desc",
                        MailRecord.class)
                .setFirstResult(from)
                .setMaxResults(most)
                .getResultList());
    }

    /** Lets what failed be sent again; returns whether it was something that may be. */
    boolean again(long id) {
        return transactions.execute(status -> {
            MailRecord message = entities.find(MailRecord.class, id);
            boolean may = message != null && message.standing().isForAPerson();
            if (may) {
                message.stand(Standing.WAITING, "", clock.instant());
            }
            return may;
        });
    }
}
