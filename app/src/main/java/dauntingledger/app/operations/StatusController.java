package dauntingledger.app.operations;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.backup.Backups;
import dauntingledger.app.backup.Copy;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.words.WallClock;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.FutureTask;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Whether all is well, and the copies. For the exam office; auditors read. It is shown also while the store is closed. */
@Controller
class StatusController {

    private static final long MEGA = 1_000_000;
    private static final Duration PATIENCE = Duration.ofSeconds(10);

    private final Status status;
    private final Gauges gauges;
    private final Backups backups;
    private final WallClock wall;

    StatusController(Status status, Gauges gauges, Backups backups, WallClock wall) {
        this.status = status;
        this.gauges = gauges;
        this.backups = backups;
        this.wall = wall;
    }

    /** A copy as the page lists it. */
    record Row(String made, String name, String size, long sittings, long entries) {}

    @GetMapping("/office/status")
    String page(Model model) {
        Readings read = gauges.read();
        List<Status.Said> findings = status.findings(read);
        model.addAttribute("verdict", Status.verdict(findings));
        model.addAttribute("findings", findings);
        model.addAttribute("read", read);
        model.addAttribute("free", read.freeBytes() / MEGA);
        model.addAttribute("sittings", gauges.sittings());
        model.addAttribute("streams", gauges.streams());
        model.addAttribute("entries", gauges.entries());
        model.addAttribute("copies", backups.kept().stream().map(this::row).toList());
        model.addAttribute("folder", backups.folder().toString());
        return "operations/status";
    }

    private Row row(Copy copy) {
        return new Row(
                wall.stamp(copy.made()),
                copy.name(),
                "%.1f".formatted(copy.bytes() / (double) MEGA),
                copy.sittings(),
                copy.entries());
    }

    /** A copy of a large installation takes longer than anybody looks at an empty page; it is made in the background then. */
    @Audited("backup-made")
    @PostMapping("/office/status/backup")
    String backup(RedirectAttributes redirected) throws InterruptedException {
        redirected.addFlashAttribute(SaidAfterForms.SAID, backups.isMaking() ? "copying" : make());
        return "redirect:/office/status";
    }

    private String make() throws InterruptedException {
        FutureTask<Copy> making = new FutureTask<>(backups::make);
        Thread.ofVirtual().name("copy").start(making);
        try {
            making.get(PATIENCE.toMillis(), TimeUnit.MILLISECONDS);
            return "copied";
        } catch (TimeoutException e) {
            return "copying";
        } catch (ExecutionException e) {
            return "not-copied";
        }
    }
}
