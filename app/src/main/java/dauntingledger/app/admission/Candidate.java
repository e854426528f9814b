package dauntingledger.app.admission;

/** A person who sits exams here. */
public record Candidate(String number, String name) {}
