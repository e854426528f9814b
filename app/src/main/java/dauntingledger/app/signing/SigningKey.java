package dauntingledger.app.signing;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.SecureRandom;
import java.util.HexFormat;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** The secret that signs what a browser keeps across restarts of the server; made once and kept with the data. */
@Component
public class SigningKey {

    private static final int BYTES = 32;

    private final String text;

    /** @throws UncheckedIOException if the secret cannot be read or made */
    public SigningKey(@Value("${exam.data:./data}") Path data) {
        Path file = data.resolve("signing.key");
        try {
            if (Files.notExists(file)) {
                Files.createDirectories(data);
                byte[] secret = new byte[BYTES];
                new SecureRandom().nextBytes(secret);
                Files.writeString(file, HexFormat.of().formatHex(secret));
                Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-------"));
            }
            this.text = Files.readString(file);
        } catch (IOException e) {
            throw new UncheckedIOException("the signing key " + file + " cannot be read or made", e);
        }
    }

    /** Returns the secret, in hexadecimal digits. */
    public String text() {
        return text;
    }
}
