package dauntingledger.rulebook.chain;

import static java.nio.charset.StandardCharsets.UTF_8;
import static java.util.Objects.requireNonNull;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/**
 * A SHA-256 digest (FIPS 180-4).
 *
 * @param hex 64 lower-case hexadecimal digits
 */
public record Hash(String hex) {

    private static final int DIGITS = 64;
    private static final int GROUP = 4;
    private static final int SHORT_DIGITS = 16;

    public Hash {
        requireNonNull(hex, "hex");
        if (hex.length() != DIGITS || !hex.chars().allMatch(Hash::isLowerHex)) {
            throw new IllegalArgumentException(
                    "a hash must be 64 lower-case hexadecimal digits, but was '" + hex + "'");
        }
    }

    /** Returns the digest of {@code text} in UTF-8. */
    public static Hash of(String text) {
        return of(text.getBytes(UTF_8));
    }

    public static Hash of(byte[] bytes) {
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(bytes);
            return new Hash(HexFormat.of().formatHex(digest));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has SHA-256", e);
        }
    }

    /** Returns the first 16 digits in groups of four, to be read aloud or copied from a receipt. */
    public String shortForm() {
        StringBuilder groups = new StringBuilder(hex.substring(0, GROUP));
        for (int i = GROUP; i < SHORT_DIGITS; i += GROUP) {
            groups.append(' ').append(hex, i, i + GROUP);
        }
        return groups.toString();
    }

    @Override
    public String toString() {
        return hex;
    }

    private static boolean isLowerHex(int c) {
        return (c >= '0' && c <= '9') || (c >= 'a' && c <= 'f');
    }
}
