package dauntingledger.app.exams;

/** Knows whether the results of an exam are fixed, so that they can be released. */
public interface ResultsFixed {

    boolean in(Exam exam);
}
