package dauntingledger.app.exams;

import java.util.List;

/** Thrown when an exam cannot be changed; its reasons are endings of message keys. */
public final class ExamChangeException extends RuntimeException {

    private static final long serialVersionUID = 1L;

    private final List<String> reasons;

    ExamChangeException(List<String> reasons) {
        super("the exam cannot be changed: " + reasons);
        this.reasons = List.copyOf(reasons);
    }

    ExamChangeException(String reason) {
        this(List.of(reason));
    }

    public List<String> reasons() {
        return reasons;
    }
}
