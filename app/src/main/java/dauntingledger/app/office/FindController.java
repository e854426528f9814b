package dauntingledger.app.office;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.Exams;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.search.SearchIndex;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import java.util.Comparator;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** One search over candidates, exams and papers. For the exam office and auditors. */
@Controller
class FindController {

    private static final int MOST = 50;
    private static final int LONGEST = 80;

    private final SearchIndex index;
    private final Candidates candidates;
    private final Exams exams;
    private final Papers papers;

    FindController(SearchIndex index, Candidates candidates, Exams exams, Papers papers) {
        this.index = index;
        this.candidates = candidates;
        this.exams = exams;
        this.papers = papers;
    }

    /** A paper that was found. */
    record Found(PaperRef ref, String title) {}

    @GetMapping("/office/find")
    String find(@RequestParam(defaultValue = "") String text, Model model) {
        String asked = text.length() <= LONGEST ? text : text.substring(0, LONGEST);
        List<String> numbers = index.find(SearchIndex.Kind.CANDIDATE, asked, MOST);
        List<Exam> found = exams.all(index.find(SearchIndex.Kind.EXAM, asked, MOST).stream()
                .map(Long::valueOf)
                .map(ExamId::new)
                .toList());
        List<String> ids = index.find(SearchIndex.Kind.PAPER, asked, MOST);
        model.addAttribute("found", asked);
        model.addAttribute(
                "candidates",
                candidates.findAll(numbers).values().stream()
                        .sorted(Comparator.comparing(Candidate::name).thenComparing(Candidate::number))
                        .toList());
        model.addAttribute("exams", found);
        model.addAttribute(
                "papers",
                papers.latest().stream()
                        .filter(ref -> ids.contains(ref.id().value()))
                        .map(ref -> new Found(ref, papers.text(ref).paper().title()))
                        .toList());
        model.addAttribute("most", MOST);
        return "office/find";
    }
}
