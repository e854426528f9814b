package dauntingledger.app.office;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.papers.PackageRefusedException;
import dauntingledger.app.papers.PackageRefusedException.Problem;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.papers.VersionKeptException;
import dauntingledger.app.sheets.CsvFile;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.plain.PlainNames;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Map;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.ModelAndView;

/** The papers of the installation: which there are, taking one in, giving one out. For the exam office; auditors read. */
@Controller
class PapersController {

    private final Papers papers;
    private final Appointments appointments;

    PapersController(Papers papers, Appointments appointments) {
        this.papers = papers;
        this.appointments = appointments;
    }

    /**
     * A version of a paper.
     *
     * @param sittings how many candidates have it
     */
    record Row(
            PaperRef ref,
            String title,
            String purpose,
            List<String> languages,
            long questions,
            int sections,
            long sittings) {}

    /** What became of a package that was sent: the paper it is, or what keeps it from being one. */
    record Outcome(String said, String title, int version, List<Problem> problems, List<Problem> notes) {
        static final Outcome NONE = refused("", List.of(), List.of());

        static Outcome refused(String said, List<Problem> problems, List<Problem> notes) {
            return new Outcome(said, "", 0, problems, notes);
        }
    }

    @GetMapping("/office/papers")
    ModelAndView page() {
        return view(Outcome.NONE, HttpStatus.OK);
    }

    /** The list as a file. */
    @Audited("papers-taken-out")
    @GetMapping("/office/papers.csv")
    void file(HttpServletResponse response) throws IOException {
        List<String> columns = List.of("paper", "version", "title", "purpose", "sections", "questions", "sittings");
        try (CsvFile out = CsvFile.to(response, "papers", columns)) {
            for (PaperRef ref : papers.all()) {
                Row row = row(ref);
                out.row(List.of(
                        ref.id().value(),
                        String.valueOf(ref.version()),
                        row.title(),
                        row.purpose(),
                        String.valueOf(row.sections()),
                        String.valueOf(row.questions()),
                        String.valueOf(row.sittings())));
            }
        }
    }

    /** Takes a package in; nothing is kept unless all of it can be read. */
    @Audited("package-taken-in")
    @PostMapping("/office/papers")
    ModelAndView take(@RequestParam("package") MultipartFile sent) throws IOException {
        if (sent.isEmpty()) {
            return refused(Outcome.refused("none", List.of(), List.of()));
        }
        try (InputStream in = sent.getInputStream()) {
            Papers.Imported taken = papers.importPackage(in);
            String title = papers.text(taken.paper()).paper().title();
            Outcome outcome = new Outcome("taken", title, taken.paper().version(), List.of(), taken.notes());
            return view(outcome, HttpStatus.CREATED);
        } catch (PackageRefusedException e) {
            return refused(Outcome.refused("refused", e.problems(), e.notes()));
        } catch (VersionKeptException e) {
            return refused(Outcome.refused("version", List.of(), List.of()));
        }
    }

    @Audited("package-given-out")
    @GetMapping("/office/papers/{id}/{version}")
    ResponseEntity<byte[]> give(@PathVariable String id, @PathVariable int version) {
        PaperRef ref = papers.all().stream()
                .filter(one -> one.equals(new PaperRef(new PaperId(id), version)))
                .findFirst()
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(ref.id() + "-" + ref.version() + ".zip")
                                .build()
                                .toString())
                .header(HttpHeaders.CONTENT_TYPE, "application/zip")
                .body(papers.exported(ref));
    }

    private ModelAndView refused(Outcome outcome) {
        return view(outcome, HttpStatus.UNPROCESSABLE_CONTENT);
    }

    private ModelAndView view(Outcome outcome, HttpStatus status) {
        return new ModelAndView(
                "papers", Map.of("rows", papers.all().stream().map(this::row).toList(), "outcome", outcome), status);
    }

    private Row row(PaperRef ref) {
        PaperText text = papers.text(ref);
        Paper paper = text.paper();
        return new Row(
                ref,
                paper.title(),
                PlainNames.name(text.about().purpose()),
                paper.languages().tags(),
                paper.items().count(),
                (int) paper.sections().count(),
                appointments.count(ref));
    }
}
