package dauntingledger.app.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.flash;

import dauntingledger.app.ExamServerTest;
import dauntingledger.app.mail.Mail.Message;
import dauntingledger.app.mail.Mail.Standing;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.mail.MailSendException;
import org.springframework.mail.javamail.JavaMailSender;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.transaction.support.TransactionTemplate;

/** What becomes of mail when the server that takes it is not there, slow, or stops in between. */
class PostTest extends ExamServerTest {

    private final JavaMailSender sender = mock();

    @Autowired
    private EntityManager entities;

    @Autowired
    private TransactionTemplate transactions;

    @Autowired
    private MockMvc mvc;

    private Post post;

    @BeforeEach
    void letNothingWait() {
        transactions.executeWithoutResult(
                status -> entities.createQuery("update MailRecord set standing = SENT where standing = WAITING")
                        .executeUpdate());
        when(sender.createMimeMessage()).thenAnswer(call -> new MimeMessage((Session) null));
        post = new Post(
                entities,
                transactions,
                sender,
                new MailSettings("office@brackwater.example", Duration.ofSeconds(2), Duration.ofMinutes(10)),
                clock);
    }

    /** Held by this test alone: the server's own post would take it within two seconds. */
    private MailRecord posted(String once) {
        assertThat(post.post(new Message(once, "to@brackwater.example", "Subject " + once, "Text")))
                .isTrue();
        return find(once);
    }

    private MailRecord find(String once) {
        return post.page(false, 0, 200).stream()
                .filter(message -> message.subject().endsWith(once))
                .findFirst()
                .orElseThrow();
    }

    private static String once() {
        return UUID.randomUUID().toString();
    }

    @Test
    void isKeptAndSentOnceUnderOneName() {
        String once = once();
        posted(once);

        assertThat(post.post(new Message(once, "to@brackwater.example", "Again", "Text")))
                .isFalse();
        post.deliver();
        post.deliver();

        assertThat(find(once).standing()).isEqualTo(Standing.SENT);
        verify(sender, times(1)).send(any(MimeMessage.class));
    }

    @Test
    void isNotKeptIfWhatItIsAboutDidNotHappen() {
        String once = once();

        assertThatThrownBy(() -> transactions.executeWithoutResult(status -> {
                    post.post(new Message(once, "to@brackwater.example", "Never", "Text"));
                    throw new IllegalStateException("undone");
                }))
                .hasMessage("undone");

        assertThat(post.post(new Message(once, "to@brackwater.example", "Now", "Text")))
                .isTrue();
    }

    @Test
    void isListedWhenItFailsAndSentAgainByAPerson() throws Exception {
        String once = once();
        MailRecord message = posted(once);
        doThrow(new MailSendException("nobody answers")).when(sender).send(any(MimeMessage.class));

        post.deliver();

        assertThat(find(once).standing()).isEqualTo(Standing.FAILED);
        assertThat(find(once).problem()).contains("nobody answers");
        assertThat(post.page(true, 0, 50)).extracting(MailRecord::id).contains(message.id());
        post.deliver();
        verify(sender, times(1)).send(any(MimeMessage.class));
        mvc.perform(post("/office/mail/" + message.id() + "/again")
                        .with(user("OFF-1").roles("OFFICE"))
                        .with(token()))
                .andExpect(flash().attribute("said", "again"));
        mvc.perform(post("/office/mail/999999/again")
                        .with(user("OFF-1").roles("OFFICE"))
                        .with(token()))
                .andExpect(flash().attribute("said", "not-again"));
    }

    @Test
    void isUncertainAndNotSentAgainByItselfWhenTheServerStopsInBetween() {
        String once = once();
        posted(once);
        doAnswer(call -> {
                    throw new OutOfMemoryError("the server stops here");
                })
                .when(sender)
                .send(any(MimeMessage.class));
        assertThatThrownBy(post::deliver).isInstanceOf(OutOfMemoryError.class);
        JavaMailSender after = mock();
        Post restarted = new Post(
                entities,
                transactions,
                after,
                new MailSettings("office@brackwater.example", Duration.ofSeconds(2), Duration.ofMinutes(10)),
                clock);

        restarted.deliver();
        assertThat(find(once).standing()).isEqualTo(Standing.SENDING);
        clock.advance(Duration.ofMinutes(11));
        restarted.deliver();

        assertThat(find(once).standing()).isEqualTo(Standing.UNCERTAIN);
        verify(after, never()).send(any(MimeMessage.class));
    }

    @Test
    void becomesAFileByDefault(@TempDir Path data) throws Exception {
        Outbox outbox = new Outbox(data);
        Post filing = new Post(
                entities,
                transactions,
                outbox,
                new MailSettings("office@brackwater.example", Duration.ofSeconds(2), Duration.ofMinutes(10)),
                clock);
        String once = once();
        filing.post(new Message(
                once,
                "to@brackwater.example",
                "Prüfung",
                "Guten Tag Åse",
                Optional.of(new Mail.Attachment(
                        "appointment.ics", "text/calendar", "BEGIN:VCALENDAR".getBytes(StandardCharsets.UTF_8)))));

        filing.deliver();

        List<Path> files;
        try (var found = Files.list(data.resolve("outbox"))) {
            files = found.toList();
        }
        assertThat(files).hasSize(1);
        MimeMessage read = new MimeMessage(null, Files.newInputStream(files.getFirst()));
        assertThat(read.getSubject()).isEqualTo("Prüfung");
        assertThat(read.getHeader("Auto-Submitted")).containsExactly("auto-generated");
        assertThat(read.getMessageID()).matches("<mail-\\d+@daunting-ledger>");
    }
}
