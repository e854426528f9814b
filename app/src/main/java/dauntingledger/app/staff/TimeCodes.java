package dauntingledger.app.staff;

import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.security.InvalidKeyException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.OptionalLong;
import javax.crypto.spec.SecretKeySpec;
import org.apache.commons.codec.binary.Base32;

/**
 * Time-based one-time codes by RFC 6238: six digits, HMAC-SHA-1, steps of 30 seconds, a secret of 160 bits in Base32
 * (RFC 4648). The step before and the one after count too (5.2), and no step twice.
 */
final class TimeCodes {

    static final Duration STEP = Duration.ofSeconds(30);
    private static final int SECRET_BYTES = 20;
    private static final int DIGITS = 6;
    private static final int STEPS_OFF = 1;

    private static final TimeBasedOneTimePasswordGenerator CODES = new TimeBasedOneTimePasswordGenerator(
            STEP, DIGITS, TimeBasedOneTimePasswordGenerator.TOTP_ALGORITHM_HMAC_SHA1);

    private TimeCodes() {}

    static String newSecret(SecureRandom random) {
        byte[] secret = new byte[SECRET_BYTES];
        random.nextBytes(secret);
        return new Base32().encodeToString(secret);
    }

    /** Returns the address that an app for codes reads from a square code. */
    static String address(String secret, String issuer, String number) {
        String label = encode(issuer) + ":" + encode(number);
        return "otpauth://totp/" + label + "?secret=" + secret + "&issuer=" + encode(issuer);
    }

    private static String encode(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8).replace("+", "%20");
    }

    static String code(String secret, Instant at) {
        try {
            return CODES.generateOneTimePasswordString(
                    new SecretKeySpec(new Base32().decode(secret), CODES.getAlgorithm()), at);
        } catch (InvalidKeyException e) {
            throw new IllegalArgumentException("this is no secret of one-time codes", e);
        }
    }

    /**
     * Returns the step of which {@code code} is the code, if it is one that counts now.
     *
     * @param lastUsed the step that was used last; it and those before it do not count
     */
    static OptionalLong step(String secret, String code, Instant now, long lastUsed) {
        byte[] given = code.getBytes(StandardCharsets.UTF_8);
        OptionalLong found = OptionalLong.empty();
        for (int off = -STEPS_OFF; off <= STEPS_OFF; off++) {
            Instant at = now.plus(STEP.multipliedBy(off));
            long step = at.getEpochSecond() / STEP.toSeconds();
            boolean same = MessageDigest.isEqual(code(secret, at).getBytes(StandardCharsets.UTF_8), given);
            if (same && step > lastUsed) {
                found = OptionalLong.of(step);
            }
        }
        return found;
    }
}
