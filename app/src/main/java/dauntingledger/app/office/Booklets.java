package dauntingledger.app.office;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.office.BookletLayout.Answer;
import dauntingledger.app.office.BookletLayout.Piece;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.PaperText.Part;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.words.Marks;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.response.OnPaper;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** The booklets that candidates answer in. */
@Component
public class Booklets {

    private final Papers papers;
    private final Candidates candidates;
    private final BookletPrinter printer;

    Booklets(Papers papers, Candidates candidates, BookletPrinter printer) {
        this.papers = papers;
        this.candidates = candidates;
        this.printer = printer;
    }

    /** Returns whether something of a paper is answered in a booklet. */
    static boolean isNeededFor(Paper paper) {
        return paper.items().anyMatch(Booklets::isOnPaper);
    }

    /** Returns the booklet of a sitting as PDF, with the numbers that its candidate sees, or empty if it needs none. */
    Optional<byte[]> of(Appointment appointment) {
        Paper paper = papers.text(appointment.paper()).paper();
        List<Answer> answers = answers(appointment);
        if (answers.isEmpty()) {
            return Optional.empty();
        }
        Candidate candidate = candidates.find(appointment.candidate()).orElseThrow();
        return Optional.of(printer.print(
                new BookletPrinter.Owner(
                        appointment.sitting().value(),
                        paper.title(),
                        candidate.name(),
                        candidate.number(),
                        appointment.chair()),
                answers));
    }

    private List<Answer> answers(Appointment appointment) {
        PaperText text = papers.text(appointment.paper());
        Paper paper = appointment.personal(text.paper());
        Map<ItemId, Integer> numbers = paper.numbers();
        return paper.blocks()
                .flatMap(block -> block.items()
                        .filter(Booklets::isOnPaper)
                        .flatMap(item -> spaces(item, text)
                                .map(space -> new Answer(
                                        item.id(),
                                        block.title(),
                                        requireNonNull(numbers.get(item.id())),
                                        space.title(),
                                        Marks.write(item.marks()),
                                        space.lines()))))
                .toList();
    }

    /**
     * Where an answer stands in a booklet, in points from the upper left corner of its page.
     *
     * @param page from 1, the first being the one with the name
     */
    public record Region(int page, ItemId item, float x, float y, float width, float height) {}

    /** Returns where each answer of a sitting stands in its booklet; an answer can go on on the next page. */
    public List<Region> regions(Appointment appointment) {
        List<List<Piece>> pages = BookletLayout.pages(answers(appointment));
        List<Region> regions = new ArrayList<>();
        for (int i = 0; i < pages.size(); i++) {
            int page = i + 2;
            pages.get(i).forEach(piece -> regions.add(BookletPrinter.region(piece, page)));
        }
        return regions;
    }

    private static boolean isOnPaper(Item item) {
        return item.interactions().stream().anyMatch(OnPaper.class::isInstance);
    }

    /** A question of several parts can have several spaces. */
    private static Stream<Part.Booklet> spaces(Item item, PaperText text) {
        return requireNonNull(text.items().get(item.id())).parts().stream()
                .filter(Part.Booklet.class::isInstance)
                .map(Part.Booklet.class::cast);
    }
}
