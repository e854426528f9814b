package dauntingledger.app.signin;

import java.util.Optional;

/** The candidates of this installation. */
public interface Candidates {

    /**
     * Registers a candidate. The PIN is kept as a hash only.
     *
     * @param face the name of the picture that the exam office has, or empty
     * @throws IllegalStateException if the number is taken
     */
    Candidate register(String number, String name, String pin, String face);

    Optional<Candidate> find(String number);
}
