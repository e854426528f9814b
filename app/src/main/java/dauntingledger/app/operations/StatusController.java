package dauntingledger.app.operations;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.backup.BackupFailedException;
import dauntingledger.app.backup.Backups;
import dauntingledger.app.backup.Copy;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.words.WallClock;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Whether all is well, and the copies. For the exam office; auditors read. It is shown also while the store is closed. */
@Controller
class StatusController {

    private static final long MEGA = 1_000_000;

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
        List<Status.Said> findings = status.findings();
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

    @Audited("backup-made")
    @PostMapping("/office/status/backup")
    String backup(RedirectAttributes redirected) {
        try {
            backups.make();
            redirected.addFlashAttribute(SaidAfterForms.SAID, "copied");
        } catch (BackupFailedException e) {
            redirected.addFlashAttribute(SaidAfterForms.SAID, "not-copied");
        }
        return "redirect:/office/status";
    }
}
