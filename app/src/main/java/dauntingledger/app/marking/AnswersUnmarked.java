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
        this.handedIn = handedIn;
        this.desk = desk;
        this.keys = keys;
    }

    @Override
    public int in(Exam exam) {
        PaperMarking marking = keys.marking(exam);
        int programs = marking.hasPrograms()
                ? handedIn.of(exam)
                        .mapToInt(one -> marking.waiting(one.sitting()))
                        .sum()
                : 0;
        return desk.waiting(exam, marking.schemes()) + programs;
    }
}
