package dauntingledger.app.exams;

/** Knows how many answers of an exam wait for a person's marks. */
public interface Unmarked {

    int in(Exam exam);
}
