package dauntingledger.app.marking;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.Unmarked;
import org.springframework.stereotype.Component;

/** Counts the answers that wait for a person: none may when an exam is marked. */
@Component
class AnswersUnmarked implements Unmarked {

    private final Desk desk;
    private final KeyVersions keys;

    AnswersUnmarked(Desk desk, KeyVersions keys) {
        this.desk = desk;
        this.keys = keys;
    }

    @Override
    public int in(Exam exam) {
        return desk.waiting(exam, keys.marking(exam).schemes());
    }
}
