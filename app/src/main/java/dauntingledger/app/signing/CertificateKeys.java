package dauntingledger.app.signing;

import dauntingledger.rulebook.chain.Hash;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.PrivateKey;
import java.security.PublicKey;
import java.security.Signature;
import java.security.spec.PKCS8EncodedKeySpec;
import java.security.spec.X509EncodedKeySpec;
import java.util.Base64;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * The key pair that signs certificates: Ed25519 (RFC 8032). It is made at the first start and kept with the data, the
 * private half readable by its owner alone. A key that is taken out of use leaves its public half there, by which what it
 * has signed can still be checked.
 */
@Component
public class CertificateKeys {

    private static final String ALGORITHM = "Ed25519";
    private static final String FOLDER = "certificate-keys";
    private static final String CURRENT = "current.key";
    private static final String PUBLIC = ".pub";
    private static final int ID = 16;

    private final Path folder;
    private final PrivateKey current;
    private final String currentId;

    /** @throws UncheckedIOException if the keys cannot be read or made */
    public CertificateKeys(@Value("${exam.data:./data}") Path data) {
        this.folder = data.resolve(FOLDER);
        try {
            Path file = folder.resolve(CURRENT);
            if (Files.notExists(file)) {
                make(file);
            }
            String[] lines = Files.readString(file).strip().split("\n");
            this.currentId = lines[0];
            this.current = KeyFactory.getInstance(ALGORITHM)
                    .generatePrivate(new PKCS8EncodedKeySpec(Base64.getDecoder().decode(lines[1])));
        } catch (IOException e) {
            throw new UncheckedIOException("the keys in " + folder + " cannot be read or made", e);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("the key in " + folder + " is no " + ALGORITHM + " key", e);
        }
    }

    private void make(Path file) throws IOException, GeneralSecurityException {
        Files.createDirectories(folder);
        KeyPair pair = KeyPairGenerator.getInstance(ALGORITHM).generateKeyPair();
        byte[] shared = pair.getPublic().getEncoded();
        String id = Hash.of(shared).hex().substring(0, ID);
        Files.writeString(folder.resolve(id + PUBLIC), Base64.getEncoder().encodeToString(shared));
        Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
        Files.writeString(
                file,
                id + "\n" + Base64.getEncoder().encodeToString(pair.getPrivate().getEncoded()),
                StandardOpenOption.TRUNCATE_EXISTING);
    }

    /** Returns what the key is called that signs now. */
    public String currentId() {
        return currentId;
    }

    /** Returns the signature of bytes, as Base64. */
    public String sign(byte[] bytes) {
        try {
            Signature signature = Signature.getInstance(ALGORITHM);
            signature.initSign(current);
            signature.update(bytes);
            return Base64.getEncoder().encodeToString(signature.sign());
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("every Java platform has " + ALGORITHM, e);
        }
    }

    /**
     * Returns a public key, as Base64 of its X.509 form, or nothing if there is none of this name in the folder of an
     * installation's data.
     */
    public static Optional<String> publicKey(Path data, String id) throws IOException {
        Path file = data.resolve(FOLDER).resolve(id + PUBLIC);
        return id.matches("[0-9a-f]{" + ID + "}") && Files.isReadable(file)
                ? Optional.of(Files.readString(file).strip())
                : Optional.empty();
    }

    /**
     * Returns whether a signature holds.
     *
     * @param key as {@link #publicKey} returns it
     * @param signature as {@link #sign} returns it
     */
    public static boolean holds(String key, byte[] bytes, String signature) {
        try {
            PublicKey shared = KeyFactory.getInstance(ALGORITHM)
                    .generatePublic(new X509EncodedKeySpec(Base64.getDecoder().decode(key)));
            Signature check = Signature.getInstance(ALGORITHM);
            check.initVerify(shared);
            check.update(bytes);
            return check.verify(Base64.getDecoder().decode(signature));
        } catch (GeneralSecurityException | IllegalArgumentException e) {
            return false;
        }
    }
}
