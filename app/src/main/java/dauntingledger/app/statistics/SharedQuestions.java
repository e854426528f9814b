package dauntingledger.app.statistics;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.Exams;
import dauntingledger.app.office.ExamPages;
import dauntingledger.app.papers.Papers;
import java.util.List;
import org.springframework.stereotype.Component;

/** Finds the exams that are over and share questions with another. */
@Component
class SharedQuestions {

    /** So many of the latest exams are looked through for questions that another shares. */
    private static final int MOST_LOOKED_THROUGH = 100;

    private final ExamPages pages;
    private final Exams exams;
    private final Papers papers;

    SharedQuestions(ExamPages pages, Exams exams, Papers papers) {
        this.pages = pages;
        this.exams = exams;
        this.papers = papers;
    }

    /** Another exam, and how many questions it shares. */
    record Other(String id, String title, int shared) {}

    /** Returns the other exams that share questions with one. */
    List<Other> exams(Exam exam) {
        return exams.page(0, MOST_LOOKED_THROUGH).stream()
                .filter(other -> !other.id().equals(exam.id()) && pages.isOver(other))
                .map(other -> new Other(
                        other.id().toString(),
                        other.title(),
                        papers.shared(exam.paper(), other.paper()).size()))
                .filter(other -> other.shared() > 0)
                .toList();
    }
}
