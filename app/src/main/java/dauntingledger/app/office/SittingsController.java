package dauntingledger.app.office;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.sheets.CsvFile;
import dauntingledger.app.words.WallClock;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Progress;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.RequestParam;

/** The list of all sittings. For the exam office; auditors read. */
@Controller
class SittingsController {

    private static final int ROWS = 50;
    private static final int MOST_PAGES = 10_000;
    private static final int MOST_IN_A_FILE = 200_000;
    private static final int AT_ONCE = 2_000;
    private static final List<String> COLUMNS =
            List.of("sitting", "number", "name", "exam", "paper", "opens", "room", "seat", "state", "held");

    private final SittingList sittings;
    private final SittingDetails details;
    private final Appointments appointments;
    private final Papers papers;
    private final WallClock wall;
    private final Clock clock;

    SittingsController(
            SittingList sittings,
            SittingDetails details,
            Appointments appointments,
            Papers papers,
            WallClock wall,
            Clock clock) {
        this.sittings = sittings;
        this.details = details;
        this.appointments = appointments;
        this.papers = papers;
        this.wall = wall;
        this.clock = clock;
    }

    /** What is looked for, as the form gives it. */
    record Form(String text, Long exam, Progress state, Boolean held, SittingList.Order order) {
        Form {
            text = text == null ? "" : text;
            exam = exam == null ? 0L : exam;
            held = Boolean.TRUE.equals(held);
            order = order == null ? SittingList.Order.LATEST : order;
        }

        SittingList.Filter filter() {
            return new SittingList.Filter(text, exam, Optional.ofNullable(state), held, order);
        }
    }

    /** A line of the list as the page has it. */
    record Row(SittingList.Line line, String when, String exam, String state) {}

    /**
     * The list, a line for each sitting.
     *
     * @param sitting whose details are open beside it; 0 for none
     */
    @GetMapping("/office/sittings")
    String page(
            @ModelAttribute("form") Form form,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "0") long sitting,
            Model model) {
        int shown = Math.clamp(page, 0, MOST_PAGES);
        List<SittingList.Line> found = sittings.find(form.filter(), shown * ROWS, ROWS + 1);
        model.addAttribute("rows", found.stream().limit(ROWS).map(this::row).toList());
        model.addAttribute("page", shown);
        model.addAttribute("more", found.size() > ROWS);
        model.addAttribute("states", Progress.values());
        model.addAttribute("orders", SittingList.Order.values());
        model.addAttribute(
                "details",
                appointments
                        .find(new SittingId(sitting))
                        .map(appointment -> details.of(appointment, clock.instant()))
                        .orElse(null));
        return "office/sittings";
    }

    private Row row(SittingList.Line line) {
        return new Row(
                line,
                line.opens().map(wall::stamp).orElse(""),
                line.exam().isEmpty() ? title(line.paper()) : line.exam(),
                state(line));
    }

    private static String state(SittingList.Line line) {
        return line.readable() ? PlainNames.name(line.progress()) : "unreadable";
    }

    private String title(String paper) {
        return papers.latest().stream()
                .filter(ref -> ref.id().value().equals(paper))
                .map(ref -> papers.text(ref).paper().title())
                .findFirst()
                .orElse(paper);
    }

    /** The same list as a file, at most {@value #MOST_IN_A_FILE} lines. */
    @Audited("sittings-taken-out")
    @GetMapping("/office/sittings.csv")
    void file(@ModelAttribute("form") Form form, HttpServletResponse response) throws IOException {
        try (CsvFile out = CsvFile.to(response, "sittings", COLUMNS)) {
            for (int from = 0; from < MOST_IN_A_FILE; from += AT_ONCE) {
                List<SittingList.Line> found = sittings.find(form.filter(), from, AT_ONCE);
                for (SittingList.Line line : found) {
                    out.row(List.of(
                            String.valueOf(line.sitting()),
                            line.number(),
                            line.name(),
                            line.exam(),
                            line.paper(),
                            line.opens().map(Instant::toString).orElse(""),
                            line.room(),
                            line.chair(),
                            state(line),
                            String.valueOf(line.held())));
                }
                if (found.size() < AT_ONCE) {
                    return;
                }
            }
        }
    }
}
