package dauntingledger.app.audit;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.QuoteMode;
import org.springframework.http.HttpHeaders;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.RequestParam;

/** The audit log as a page and as a file. For the exam office. */
@Controller
class AuditController {

    private static final int ROWS = 100;
    private static final int MOST_IN_A_FILE = 100_000;
    private static final int AT_ONCE = 1_000;
    private static final CSVFormat FILE = CSVFormat.RFC4180
            .builder()
            .setQuoteMode(QuoteMode.ALL)
            .setHeader("at", "who", "role", "address", "what", "on_whom", "outcome", "detail")
            .get();

    private final AuditLog log;

    AuditController(AuditLog log) {
        this.log = log;
    }

    /** What is looked for, as the form gives it. */
    record Form(String who, String what, String onWhom, String outcome) {
        Form {
            who = who == null ? "" : who;
            what = what == null ? "" : what;
            onWhom = onWhom == null ? "" : onWhom;
            outcome = outcome == null ? "" : outcome;
        }

        AuditLog.Filter filter() {
            return new AuditLog.Filter(who, what, onWhom, outcome);
        }
    }

    /** A row as the page shows it. */
    record Row(String at, Deed deed) {
        static Row of(AuditEntry entry) {
            return new Row(entry.madeAt().truncatedTo(ChronoUnit.SECONDS).toString(), entry.deed());
        }
    }

    @GetMapping("/office/audit")
    String page(@ModelAttribute Form form, @RequestParam(defaultValue = "0") int page, Model model) {
        int from = Math.clamp(page, 0, MOST_IN_A_FILE / ROWS) * ROWS;
        List<AuditEntry> found = log.find(form.filter(), from, ROWS + 1);
        model.addAttribute("rows", found.stream().limit(ROWS).map(Row::of).toList());
        model.addAttribute("form", form);
        model.addAttribute("kinds", log.kinds());
        model.addAttribute("page", from / ROWS);
        model.addAttribute("more", found.size() > ROWS);
        return "audit";
    }

    /** The same rows by RFC 4180, at most {@value #MOST_IN_A_FILE}. */
    @Audited("audit-log-taken-out")
    @GetMapping("/office/audit.csv")
    void file(@ModelAttribute Form form, HttpServletResponse response) throws IOException {
        response.setContentType("text/csv");
        response.setCharacterEncoding(StandardCharsets.UTF_8.name());
        response.setHeader(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"audit.csv\"");
        CSVPrinter out = new CSVPrinter(response.getWriter(), FILE);
        for (int from = 0; from < MOST_IN_A_FILE; from += AT_ONCE) {
            List<AuditEntry> found = log.find(form.filter(), from, AT_ONCE);
            for (AuditEntry entry : found) {
                out.printRecord(cells(Row.of(entry)));
            }
            if (found.size() < AT_ONCE) {
                return;
            }
        }
    }

    private static Stream<String> cells(Row row) {
        Deed deed = row.deed();
        return Stream.of(
                        row.at(),
                        deed.who(),
                        deed.role(),
                        deed.address(),
                        deed.what(),
                        deed.onWhom(),
                        deed.outcome(),
                        deed.detail())
                .map(AuditController::harmless);
    }

    /** Keeps a spreadsheet from running a cell: one that begins with a sign of a formula gets an apostrophe. */
    private static String harmless(String text) {
        boolean runs = !text.isEmpty() && "=+-@\t\r".indexOf(text.charAt(0)) >= 0;
        return runs ? "'" + text : text;
    }
}
