package dauntingledger.rulebook.results;

import static java.util.Objects.requireNonNull;

/** A name for all totals from a bar on, up to the next better grade. */
public record Grade(String title, Bar from) {
    public Grade {
        requireNonNull(title, "title");
        requireNonNull(from, "from");
    }
}
