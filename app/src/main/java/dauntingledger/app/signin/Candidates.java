package dauntingledger.app.signin;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The candidates of this installation. */
public interface Candidates {

    /**
     * Registers a candidate. The PIN is kept as a hash only.
     *
     * @param face the name of the picture that the exam office has, or empty
     * @throws IllegalStateException if the number is taken
     */
    Candidate register(String number, String name, String pin, String face);

    /**
     * Registers candidates without a PIN, or changes name, email and language of those that are there; each number as it
     * is kept.
     */
    void registerAll(List<Candidate> candidates);

    Optional<Candidate> find(String number);

    /** Returns candidates by their numbers; those that are not there are left out. */
    Map<String, Candidate> findAll(Collection<String> numbers);

    /** Returns a number as it is kept: in capitals, digits alone behind the prefix of the installation. */
    String normalised(String number);

    /** Returns what is put before numbers of digits alone. */
    String prefix();

    /**
     * Makes new PINs; the old ones, and sign-ins with them, end. What is returned is known to nobody else and kept
     * nowhere but as a hash.
     *
     * @return PINs by number
     */
    Map<String, String> newPins(Collection<String> numbers);

    /** Returns those of {@code numbers} who have no PIN yet. */
    Set<String> withoutPin(Collection<String> numbers);

    /** Returns a number that nobody has: the next one of digits after the prefix. */
    String freeNumber();
}
