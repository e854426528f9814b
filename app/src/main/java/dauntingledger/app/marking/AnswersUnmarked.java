package dauntingledger.app.marking;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.Unmarked;
import dauntingledger.app.papers.PaperMarking;
import org.springframework.stereotype.Component;

/** Counts the answers that wait for a person, or for a program to be run: none may when an exam is marked. */
@Component
class AnswersUnmarked implements Unmarked {

    private final Desk desk;
    private final KeyVersions keys;
    private final HandedIn handedIn;

    AnswersUnmarked(Desk desk, KeyVersions keys, HandedIn handedIn) {
        this.desk = desk;
        this.keys = keys;
        this.handedIn = handedIn;
    }

    @Override
    public int in(Exam exam) {
        PaperMarking marking = keys.marking(exam);
        return desk.waiting(exam, marking.schemes()) + handedIn.waiting(exam, marking);
    }
}
