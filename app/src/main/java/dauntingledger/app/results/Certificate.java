package dauntingledger.app.results;

import dauntingledger.app.signing.CertificateKeys;
import dauntingledger.rulebook.plain.CanonicalJson;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * What a certificate says, as it is signed: canonical JSON (RFC 8785) of all of it.
 *
 * @param number names it to everybody; cannot be guessed
 * @param day of the exam, as 2026-11-28
 * @param outcome in the language of the certificate
 * @param key what the key is called that signs it
 */
record Certificate(String number, String name, String exam, String day, String outcome, String grade, String key) {

    static final String PAYLOAD = "Certificate";
    static final String SIGNATURE = "Signature";

    String payload() {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("format", "daunting-ledger-certificate/1");
        plain.put("number", number);
        plain.put("name", name);
        plain.put("exam", exam);
        plain.put("day", day);
        plain.put("outcome", outcome);
        plain.put("grade", grade);
        plain.put("key", key);
        return CanonicalJson.write(plain);
    }

    /** @throws IllegalArgumentException if a member is missing */
    static Certificate of(Map<?, ?> plain) {
        return new Certificate(
                text(plain, "number"),
                text(plain, "name"),
                text(plain, "exam"),
                text(plain, "day"),
                text(plain, "outcome"),
                text(plain, "grade"),
                text(plain, "key"));
    }

    private static String text(Map<?, ?> plain, String member) {
        if (plain.get(member) instanceof String text) {
            return text;
        }
        throw new IllegalArgumentException("a certificate says its '" + member + "'");
    }

    /**
     * Returns whether a signature of this certificate holds, or nothing if its key is not in the folder.
     *
     * @param data the data folder of an installation, or one with its public keys
     */
    Optional<Boolean> isSigned(String payload, String signature, Path data) throws IOException {
        return CertificateKeys.publicKey(data, key)
                .map(shared -> CertificateKeys.holds(shared, payload.getBytes(StandardCharsets.UTF_8), signature));
    }
}
