package dauntingledger.app.signing;

import java.nio.charset.StandardCharsets;
import java.security.InvalidKeyException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.springframework.stereotype.Component;

/** Signs what is given to a browser and comes back from it: HMAC (RFC 2104) with SHA-256, in hexadecimal digits. */
@Component
public class Signatures {

    private static final String ALGORITHM = "HmacSHA256";

    private final byte[] key;

    public Signatures(SigningKey secret) {
        this.key = secret.text().getBytes(StandardCharsets.US_ASCII);
    }

    /**
     * Returns the signature of {@code parts}, each without a line break.
     *
     * @param purpose what it is for, so that a signature for one purpose is none for another
     */
    public String of(String purpose, String... parts) {
        try {
            Mac mac = Mac.getInstance(ALGORITHM);
            mac.init(new SecretKeySpec(key, ALGORITHM));
            String signed = purpose + "\n" + String.join("\n", parts);
            return HexFormat.of().formatHex(mac.doFinal(signed.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException | InvalidKeyException e) {
            throw new IllegalStateException("every Java platform has " + ALGORITHM, e);
        }
    }

    /** Returns whether {@code claimed} is the signature of {@code parts}, in a time that tells nothing. */
    public boolean holds(String claimed, String purpose, String... parts) {
        byte[] due = of(purpose, parts).getBytes(StandardCharsets.US_ASCII);
        return MessageDigest.isEqual(claimed.getBytes(StandardCharsets.UTF_8), due);
    }
}
