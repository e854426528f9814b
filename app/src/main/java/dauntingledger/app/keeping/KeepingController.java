package dauntingledger.app.keeping;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.words.WallClock;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.sql.SQLException;
import java.time.Clock;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.server.ResponseStatusException;

/**
 * For how long things are kept, what was deleted, and all that is kept about one person. For the exam office; auditors read
 * the page. What is kept about a person is taken out by the office alone, and that is written down.
 */
@Controller
class KeepingController {

    private final Keeping keeping;
    private final KeepingSettings settings;
    private final PersonExport export;
    private final WallClock wall;
    private final Clock clock;

    KeepingController(Keeping keeping, KeepingSettings settings, PersonExport export, WallClock wall, Clock clock) {
        this.keeping = keeping;
        this.settings = settings;
        this.export = export;
        this.wall = wall;
        this.clock = clock;
    }

    /** A deletion as the page lists it. */
    record Row(String at, Keeping.Kind kind, String what, long counted) {}

    @GetMapping("/office/keeping")
    String page(Model model) {
        model.addAttribute("settings", settings);
        model.addAttribute("due", keeping.due(clock.instant()));
        model.addAttribute(
                "rows",
                keeping.deletions().stream()
                        .map(one -> new Row(wall.stamp(one.deletedAt()), one.kind(), one.what(), one.counted()))
                        .toList());
        return "keeping/keeping";
    }

    @Audited("person-taken-out")
    @PostMapping("/office/keeping/{number}/person.zip")
    void person(@PathVariable String number, HttpServletResponse response) throws IOException, SQLException {
        if (!export.isKnown(number)) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        response.setContentType("application/zip");
        response.setHeader(
                HttpHeaders.CONTENT_DISPOSITION,
                ContentDisposition.attachment()
                        .filename(number + ".zip")
                        .build()
                        .toString());
        export.write(number, response.getOutputStream());
    }
}
