package dauntingledger.app.signing;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.SecureRandom;
import java.util.HexFormat;

/** A secret that is made once and kept in a file of its own, readable by its owner alone. */
final class SecretFile {

    private static final int BYTES = 32;

    private SecretFile() {}

    /**
     * Returns the secret, in hexadecimal digits.
     *
     * @throws UncheckedIOException if it cannot be read or made
     */
    static String readOrMake(Path file) {
        try {
            if (Files.notExists(file)) {
                Files.createDirectories(file.toAbsolutePath().getParent());
                byte[] secret = new byte[BYTES];
                new SecureRandom().nextBytes(secret);
                Files.createFile(
                        file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
                Files.writeString(file, HexFormat.of().formatHex(secret));
            }
            return Files.readString(file).strip();
        } catch (IOException e) {
            throw new UncheckedIOException("the secret " + file + " cannot be read or made", e);
        }
    }
}
