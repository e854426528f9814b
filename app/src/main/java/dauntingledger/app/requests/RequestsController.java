package dauntingledger.app.requests;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.requests.RequestRecord.Standing;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.sheets.CsvFile;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.staff.Staff;
import dauntingledger.app.uploads.Document;
import dauntingledger.app.words.WallClock;
import dauntingledger.rulebook.plain.PlainNames;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.security.Principal;
import java.util.List;
import org.springframework.http.CacheControl;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What candidates ask for, to be decided. For the exam office; auditors read. */
@Controller
class RequestsController {

    private static final int ROWS = 50;
    private static final int MOST_IN_A_FILE = 50_000;
    private static final int MOST_PAGES = 10_000;

    private final Requests requests;
    private final Appointments appointments;
    private final Candidates candidates;
    private final Staff staff;
    private final WallClock wall;

    RequestsController(
            Requests requests, Appointments appointments, Candidates candidates, Staff staff, WallClock wall) {
        this.requests = requests;
        this.appointments = appointments;
        this.candidates = candidates;
        this.staff = staff;
        this.wall = wall;
    }

    /** A request as the office lists it. */
    record Row(
            long id,
            String sitting,
            String number,
            String name,
            String made,
            String text,
            boolean document,
            String standing,
            String reason,
            String decidedBy) {}

    @GetMapping("/office/requests")
    String page(
            @RequestParam(defaultValue = "0") int page, @RequestParam(defaultValue = "0") long request, Model model) {
        int shown = Math.clamp(page, 0, MOST_PAGES);
        List<RequestRecord> found = requests.page(shown * ROWS, ROWS + 1);
        model.addAttribute("rows", found.stream().limit(ROWS).map(this::row).toList());
        model.addAttribute("open", requests.find(request).map(this::row).orElse(null));
        model.addAttribute("page", shown);
        model.addAttribute("more", found.size() > ROWS);
        return "requests/office";
    }

    /** The list as a file; the documents stay where they are. */
    @Audited("requests-taken-out")
    @GetMapping("/office/requests.csv")
    void file(HttpServletResponse response) throws IOException {
        List<String> columns =
                List.of("number", "name", "made", "text", "document", "standing", "reason", "decided_by");
        try (CsvFile out = CsvFile.to(response, "requests", columns)) {
            for (RequestRecord request : requests.page(0, MOST_IN_A_FILE)) {
                Row row = row(request);
                out.row(List.of(
                        row.number(),
                        row.name(),
                        row.made(),
                        row.text(),
                        String.valueOf(row.document()),
                        row.standing(),
                        row.reason(),
                        row.decidedBy()));
            }
        }
    }

    private Row row(RequestRecord request) {
        String number = appointments
                .find(request.sitting())
                .map(sitting -> sitting.candidate())
                .orElse("");
        return new Row(
                request.id(),
                request.sitting().toString(),
                number,
                candidates.find(number).map(Candidate::name).orElse(""),
                wall.stamp(request.madeAt()),
                request.text(),
                request.hasDocument(),
                PlainNames.name(request.standing()),
                request.reason(),
                request.decidedBy());
    }

    /** The document, which a browser keeps apart from everything else and does not show by itself. */
    @Audited("request-document-read")
    @GetMapping("/office/requests/{request}/document")
    ResponseEntity<byte[]> document(@PathVariable long request) {
        Document document = requests.find(request)
                .flatMap(RequestRecord::document)
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        String ending = document.type().substring(document.type().indexOf('/') + 1);
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_TYPE, document.type())
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename("request-" + request + "." + ending)
                                .build()
                                .toString())
                .header("Content-Security-Policy", "sandbox; default-src 'none'")
                .cacheControl(CacheControl.noStore())
                .body(document.bytes());
    }

    @Audited("request-decided")
    @PostMapping("/office/requests/{request}")
    String decide(
            @PathVariable long request,
            @RequestParam Standing decision,
            @RequestParam(defaultValue = "") String reason,
            Principal principal,
            RedirectAttributes redirected) {
        if (requests.find(request).isEmpty()) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        redirected.addFlashAttribute(SaidAfterForms.SAID, decided(request, decision, reason.strip(), principal));
        return "redirect:/office/requests?request=" + request;
    }

    private String decided(long request, Standing decision, String reason, Principal principal) {
        if (decision == Standing.OPEN || reason.isEmpty() || reason.length() > RequestRecord.LONGEST_REASON) {
            return "no-reason";
        }
        String person = staff.member(principal.getName()).orElseThrow().name();
        return requests.decide(request, decision, reason, person) ? "decided" : "decided-already";
    }
}
