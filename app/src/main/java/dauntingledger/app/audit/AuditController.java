package dauntingledger.app.audit;

import dauntingledger.app.sheets.CsvFile;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.temporal.ChronoUnit;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.RequestParam;

/** The audit log as a page and as a file. For the exam office and auditors. */
@Controller
class AuditController {

    private static final int ROWS = 100;
    private static final int MOST_IN_A_FILE = 100_000;
    private static final int AT_ONCE = 1_000;
    private static final List<String> COLUMNS =
            List.of("at", "who", "role", "address", "what", "on_whom", "outcome", "detail");

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
        try (CsvFile out = CsvFile.to(response, "audit", COLUMNS)) {
            for (int from = 0; from < MOST_IN_A_FILE; from += AT_ONCE) {
                List<AuditEntry> found = log.find(form.filter(), from, AT_ONCE);
                for (AuditEntry entry : found) {
                    out.row(cells(Row.of(entry)));
                }
                if (found.size() < AT_ONCE) {
                    return;
                }
            }
        }
    }

    private static List<String> cells(Row row) {
        Deed deed = row.deed();
        return List.of(
                row.at(),
                deed.who(),
                deed.role(),
                deed.address(),
                deed.what(),
                deed.onWhom(),
                deed.outcome(),
                deed.detail());
    }
}
