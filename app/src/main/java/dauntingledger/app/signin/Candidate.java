package dauntingledger.app.signin;

/**
 * A person who sits exams here.
 *
 * @param face the name of the picture that the exam office has of them, or empty
 */
public record Candidate(String number, String name, String face) {}
