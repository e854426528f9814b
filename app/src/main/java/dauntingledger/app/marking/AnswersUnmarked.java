package dauntingledger.app.marking;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.Unmarked;
import dauntingledger.app.papers.Papers;
import org.springframework.stereotype.Component;

/** Counts the answers that wait for a person: none may when an exam is marked. */
@Component
class AnswersUnmarked implements Unmarked {

    private final Desk desk;
    private final Papers papers;

    AnswersUnmarked(Desk desk, Papers papers) {
        this.desk = desk;
        this.papers = papers;
    }

    @Override
    public int in(Exam exam) {
        return desk.waiting(exam, papers.schemes(exam.paper()));
    }
}
