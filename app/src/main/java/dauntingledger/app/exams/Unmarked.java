package dauntingledger.app.exams;

/** Knows how many answers of an exam wait for a person's marks, or for a program to be run. */
public interface Unmarked {

    int in(Exam exam);
}
