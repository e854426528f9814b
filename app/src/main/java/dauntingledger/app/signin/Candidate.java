package dauntingledger.app.signin;

import static java.util.Objects.requireNonNull;

/**
 * A person who sits exams here.
 *
 * @param face the name of the picture that the exam office has of them, or empty
 * @param email may be empty
 * @param language of what is written to them; empty for that of the installation
 */
public record Candidate(String number, String name, String face, String email, String language) {

    public Candidate {
        requireNonNull(number, "number");
        requireNonNull(name, "name");
        requireNonNull(face, "face");
        requireNonNull(email, "email");
        requireNonNull(language, "language");
    }
}
