package dauntingledger.app.signing;

import java.nio.file.Path;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** The secret that signs what a browser keeps across restarts of the server; made once and kept with the data. */
@Component
public class SigningKey {

    private final String text;

    public SigningKey(@Value("${exam.data:./data}") Path data) {
        this.text = SecretFile.readOrMake(data.resolve("signing.key"));
    }

    /** Returns the secret, in hexadecimal digits. */
    public String text() {
        return text;
    }
}
