package dauntingledger.app.mail;

import jakarta.mail.MessagingException;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.autoconfigure.condition.ConditionalOnExpression;
import org.springframework.mail.MailSendException;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import org.springframework.stereotype.Component;

/** Stands in for a mail server: each message becomes a file by RFC 5322 in the folder {@code outbox} of the data. */
@Component
@ConditionalOnExpression("'${spring.mail.host:}' == ''")
class Outbox extends JavaMailSenderImpl {

    private final Path folder;

    Outbox(@Value("${exam.data:./data}") Path data) {
        this.folder = data.resolve("outbox");
    }

    @Override
    protected void doSend(MimeMessage[] messages, Object @Nullable [] originals) {
        for (MimeMessage message : messages) {
            try {
                Files.createDirectories(folder);
                String id = message.getHeader("Message-ID", null);
                message.saveChanges();
                message.setHeader("Message-ID", id);
                String name = id.replaceAll("[^A-Za-z0-9-]+", " ").strip().replace(' ', '_') + ".eml";
                Path written = Files.createTempFile(folder, "writing", "");
                try (OutputStream out = Files.newOutputStream(written)) {
                    message.writeTo(out);
                }
                Files.move(written, folder.resolve(name), StandardCopyOption.ATOMIC_MOVE);
            } catch (IOException | MessagingException e) {
                throw new MailSendException("the message could not be written to " + folder, e);
            }
        }
    }
}
