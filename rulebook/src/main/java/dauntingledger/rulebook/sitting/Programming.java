package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.program.Language;
import dauntingledger.rulebook.program.Source;
import dauntingledger.rulebook.program.Trial;
import dauntingledger.rulebook.response.Value;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * What was tried of a program, and what was laid aside for one in another language.
 *
 * @param trial the last one, with the examples
 * @param aside the last program in each language that is not the response's
 */
public record Programming(Optional<Trial> trial, Map<Language, String> aside) {

    static final Programming NONE = new Programming(Optional.empty(), Map.of());

    public Programming {
        requireNonNull(trial, "trial");
        requireNonNull(aside, "aside");
    }

    /** Returns whether the program as it is now has passed an example. */
    public boolean passes() {
        return trial.filter(last -> last.current() && last.passed() > 0).isPresent();
    }

    Programming tried(Trial last) {
        return new Programming(Optional.of(last), aside);
    }

    /** Returns this after {@code now} took the place of {@code before}; empty where nothing did. */
    Programming after(Value before, Optional<Value> now) {
        if (now.filter(before::equals).isPresent()) {
            return this;
        }
        Map<Language, String> laid = new LinkedHashMap<>(aside);
        source(before).ifPresent(program -> laid.put(program.language(), program.text()));
        now.flatMap(Programming::source).ifPresent(program -> laid.remove(program.language()));
        return new Programming(trial.map(Trial::outdated), laid);
    }

    private static Optional<Source> source(Value value) {
        return value.elements().stream().findFirst().flatMap(Source::read);
    }
}
