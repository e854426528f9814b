package dauntingledger.app.staff;

import dauntingledger.app.words.Words;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.Arrays;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * Which passwords may be used: at least {@value #LEAST} characters, at most {@value #MOST_BYTES} bytes (more are not
 * looked at by bcrypt), and none that many people use, with whatever digits and signs around it. Nothing else is asked
 * for (NIST SP 800-63B, 3.1.1).
 */
@Component
class Passwords {

    static final int LEAST = 12;
    static final int MOST_BYTES = 72;
    private static final int FEWEST_DIFFERENT = 5;
    private static final int SHORTEST_NAME = 4;
    private static final String COMMON = "/staff/common-passwords.txt";

    private final Set<String> common = read();
    private final Words words;

    Passwords(Words words) {
        this.words = words;
    }

    /** What keeps a password from being used. */
    enum Problem {
        SHORT,
        LONG,
        COMMON,
        NAMES
    }

    /**
     * Returns what keeps {@code password} from being used.
     *
     * @param names what is known of its owner: a password must be more than one of them
     */
    Optional<Problem> problem(String password, String... names) {
        if (password.codePointCount(0, password.length()) < LEAST) {
            return Optional.of(Problem.SHORT);
        }
        if (password.getBytes(StandardCharsets.UTF_8).length > MOST_BYTES) {
            return Optional.of(Problem.LONG);
        }
        String small = Normalizer.normalize(password, Normalizer.Form.NFKC).toLowerCase(Locale.ROOT);
        String letters = small.replaceAll("^[^\\p{L}]+|[^\\p{L}]+$", "");
        if (small.codePoints().distinct().count() < FEWEST_DIFFERENT
                || common.contains(small)
                || common.contains(letters)) {
            return Optional.of(Problem.COMMON);
        }
        String unnamed = Arrays.stream(names)
                .flatMap(name -> Arrays.stream(name.toLowerCase(Locale.ROOT).split("[^\\p{L}\\p{N}]+")))
                .filter(name -> name.length() >= SHORTEST_NAME)
                .reduce(small, (left, name) -> left.replace(name, ""));
        return unnamed.length() < LEAST / 2 ? Optional.of(Problem.NAMES) : Optional.empty();
    }

    /** Returns {@link #problem} in words, with what is allowed. */
    Optional<String> problemInWords(String password, String... names) {
        return problem(password, names).map(problem -> switch (problem) {
            case SHORT -> words.say("password.short", LEAST);
            case LONG -> words.say("password.long", MOST_BYTES);
            case COMMON -> words.say("password.common");
            case NAMES -> words.say("password.names");
        });
    }

    private static Set<String> read() {
        try (InputStream in = Objects.requireNonNull(Passwords.class.getResourceAsStream(COMMON));
                BufferedReader lines = new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8))) {
            return lines.lines().collect(Collectors.toUnmodifiableSet());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
