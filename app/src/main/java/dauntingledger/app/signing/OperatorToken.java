package dauntingledger.app.signing;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * What proves that somebody may read the data of this installation, and so may ask for copies and figures without an
 * account: a secret in a file of the folder of the data, which its owner alone can read. It is sent as a bearer token (RFC
 * 6750).
 */
@Component
public class OperatorToken {

    private static final String FILE = "operator.token";

    private final byte[] token;

    OperatorToken(@Value("${exam.data:./data}") Path data) {
        this.token = SecretFile.readOrMake(data.resolve(FILE)).getBytes(StandardCharsets.US_ASCII);
    }

    /** Returns whether {@code given} is the token; how long that takes tells nothing of it. */
    public boolean is(String given) {
        return MessageDigest.isEqual(token, given.getBytes(StandardCharsets.UTF_8));
    }

    /** Returns the token of the installation whose data is in {@code data}. */
    public static String in(Path data) throws IOException {
        return Files.readString(data.resolve(FILE)).strip();
    }
}
