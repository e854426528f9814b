package dauntingledger.app.results;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDDocumentInformation;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * {@code bin/verify CERTIFICATE.pdf FOLDER} says whether a certificate was signed by a key of an installation. It needs no
 * network; only the page of the certificate knows whether it was replaced or withdrawn since.
 */
public final class CertificateCommand {

    private static final int GOOD = 0;
    private static final int BAD = 1;
    private static final int UNUSABLE = 2;

    private CertificateCommand() {}

    public static void main(String[] args) {
        PrintStream out = new PrintStream(System.out, false, StandardCharsets.UTF_8);
        int code = run(out, args);
        out.flush();
        System.exit(code);
    }

    /** Returns 0 if the signature holds, 1 if it does not, 2 if the command or a file cannot be read. */
    static int run(PrintStream out, String... args) {
        if (args.length != 2) {
            System.err.println("Give a certificate, and the data folder of the installation or one that has its"
                    + " certificate-keys: bin/verify CERTIFICATE.pdf FOLDER");
            return UNUSABLE;
        }
        try (PDDocument document = Loader.loadPDF(Files.readAllBytes(Path.of(args[0])))) {
            PDDocumentInformation said = document.getDocumentInformation();
            String payload = said.getCustomMetadataValue(Certificate.PAYLOAD);
            String signature = said.getCustomMetadataValue(Certificate.SIGNATURE);
            if (payload == null || signature == null) {
                out.println("This PDF is no certificate: nothing in it is signed.");
                return BAD;
            }
            return check(out, payload, signature, Path.of(args[1]));
        } catch (IOException e) {
            System.err.println("A file cannot be read: " + e.getMessage());
            return UNUSABLE;
        }
    }

    private static int check(PrintStream out, String payload, String signature, Path data) throws IOException {
        try {
            Certificate certificate = Certificate.of(JsonMapper.shared().readValue(payload, Map.class));
            Optional<Boolean> signed = certificate.isSigned(payload, signature, data);
            if (signed.isEmpty()) {
                out.println("There is no key '" + certificate.key() + "' in " + data + ", so nobody can tell.");
                return UNUSABLE;
            }
            out.println(
                    signed.get()
                            ? "Signed by key " + certificate.key() + ": No. " + certificate.number() + ", "
                                    + certificate.name() + ", ‘" + certificate.exam() + "’ of " + certificate.day()
                                    + ": "
                                    + certificate.outcome()
                                    + (certificate.grade().isEmpty() ? "" : ", " + certificate.grade()) + "."
                            : "The signature does not hold: what this certificate says was changed, or not said here.");
            return signed.get() ? GOOD : BAD;
        } catch (JacksonException | IllegalArgumentException e) {
            out.println("What is signed in this PDF is no certificate: " + e.getMessage());
            return BAD;
        }
    }
}
