package dauntingledger.app.signin;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.SecureRandom;
import java.util.HexFormat;

/** The secret that signs the cookie by which a sign-in outlives the server; made once and kept with the data. */
final class SigningKey {

    private static final int BYTES = 32;

    private SigningKey() {}

    static String in(Path data) {
        Path file = data.resolve("signing.key");
        try {
            if (Files.notExists(file)) {
                Files.createDirectories(data);
                byte[] secret = new byte[BYTES];
                new SecureRandom().nextBytes(secret);
                Files.writeString(file, HexFormat.of().formatHex(secret));
                Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-------"));
            }
            return Files.readString(file);
        } catch (IOException e) {
            throw new UncheckedIOException("the signing key " + file + " cannot be read or made", e);
        }
    }
}
