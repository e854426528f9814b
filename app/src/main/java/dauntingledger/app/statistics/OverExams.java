package dauntingledger.app.statistics;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.Exams;
import dauntingledger.app.office.ExamPages;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.Papers;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.server.ResponseStatusException;

/** The exams that are over: what is told of them gives the key away. */
@Component
class OverExams {

    /** So many of the latest exams are looked through for questions that another shares. */
    private static final int MOST_LOOKED_THROUGH = 100;

    private final ExamPages pages;
    private final Exams exams;
    private final Papers papers;
    private final Clock clock;

    OverExams(ExamPages pages, Exams exams, Papers papers, Clock clock) {
        this.pages = pages;
        this.exams = exams;
        this.papers = papers;
        this.clock = clock;
    }

    boolean isOver(Exam exam) {
        return exam.state(clock.instant()).isOver();
    }

    /** @throws ResponseStatusException 404 if there is no such exam, or it is not over */
    Exam find(long exam) {
        return Optional.of(pages.find(exam))
                .filter(this::isOver)
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    /** Another exam, and how many questions it shares. */
    record Other(String id, String title, int shared) {}

    List<Other> sharingQuestions(Exam exam) {
        return exams.page(0, MOST_LOOKED_THROUGH).stream()
                .filter(other -> !other.id().equals(exam.id()) && isOver(other))
                .map(other -> new Other(
                        other.id().toString(),
                        other.title(),
                        shared(exam, other).size()))
                .filter(other -> other.shared() > 0)
                .toList();
    }

    /** Returns the questions that two exams share: of the same name, with the same words. */
    List<ItemId> shared(Exam one, Exam other) {
        PaperText ones = papers.text(one.paper());
        PaperText others = papers.text(other.paper());
        return ones.paper()
                .items()
                .map(Item::id)
                .filter(item -> others.paper().item(item).isPresent())
                .filter(item ->
                        one.paper().equals(other.paper()) || ones.prose(item).equals(others.prose(item)))
                .toList();
    }
}
