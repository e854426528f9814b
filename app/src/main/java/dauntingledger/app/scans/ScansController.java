package dauntingledger.app.scans;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.office.ExamPages;
import dauntingledger.app.office.PageCode;
import dauntingledger.app.said.SaidAfterForms;
import java.io.IOException;
import java.security.Principal;
import java.util.Optional;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The scanned booklets of an exam, for the office: files are taken in, and what is not clear is put right by hand. */
@Controller
class ScansController {

    private static final int MOST_TURNS = 4;

    private final Scans scans;
    private final ExamPages pages;
    private final Appointments appointments;

    ScansController(Scans scans, ExamPages pages, Appointments appointments) {
        this.scans = scans;
        this.pages = pages;
        this.appointments = appointments;
    }

    /** A page as a list has it; {@code candidate} and {@code page} are empty while nobody knows them. */
    record Row(long id, String file, int filePage, String candidate, String page) {}

    @GetMapping("/office/exams/{exam}/scans")
    String list(@PathVariable long exam, Model model) {
        Exam found = pages.find(exam);
        pages.put(found, model);
        Scans.Gaps gaps = scans.gaps(found.id());
        model.addAttribute("taken", scans.of(found.id()).size());
        model.addAttribute(
                "unknown", gaps.unknown().stream().map(page -> row(found, page)).toList());
        model.addAttribute(
                "twice", gaps.twice().stream().map(page -> row(found, page)).toList());
        model.addAttribute(
                "missing",
                gaps.missing().stream()
                        .map(page -> new Row(0, "", 0, page.sitting().candidate(), String.valueOf(page.page())))
                        .toList());
        return "scans/office";
    }

    private Row row(Exam exam, Scans.Taken page) {
        return new Row(
                page.id(),
                page.file(),
                page.filePage(),
                page.sitting()
                        .flatMap(sitting -> pages.find(exam, sitting.value()))
                        .map(Appointment::candidate)
                        .orElse(""),
                page.page() == 0 ? "" : String.valueOf(page.page()));
    }

    @Audited("scans-taken-in")
    @PostMapping("/office/exams/{exam}/scans")
    String take(
            @PathVariable long exam,
            @RequestParam MultipartFile file,
            Principal principal,
            RedirectAttributes redirected)
            throws IOException {
        Exam found = pages.find(exam);
        String said = "taken";
        try {
            scans.take(
                    found.id(),
                    Optional.ofNullable(file.getOriginalFilename()).orElse(""),
                    file.getBytes(),
                    principal.getName());
        } catch (ScanReader.RefusedException e) {
            said = String.valueOf(e.getMessage());
        }
        redirected.addFlashAttribute(SaidAfterForms.SAID, said);
        return "redirect:/office/exams/" + exam + "/scans";
    }

    @GetMapping("/office/exams/{exam}/scans/{page}.jpg")
    ResponseEntity<byte[]> picture(@PathVariable long exam, @PathVariable long page) {
        Scans.Taken found = find(exam, page);
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_JPEG)
                .cacheControl(CacheControl.noStore())
                .body(scans.picture(found.id()));
    }

    private Scans.Taken find(long exam, long page) {
        return scans.find(pages.find(exam).id(), page)
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    @Audited("scan-put-right")
    @PostMapping("/office/exams/{exam}/scans/{page}")
    String join(
            @PathVariable long exam,
            @PathVariable long page,
            @RequestParam String number,
            @RequestParam int of,
            @RequestParam(defaultValue = "0") int turns,
            RedirectAttributes redirected) {
        Scans.Taken found = find(exam, page);
        Optional<Appointment> sitting = appointments.of(new ExamId(exam)).stream()
                .filter(one -> one.candidate().equals(number.strip()))
                .findFirst();
        boolean good = sitting.isPresent() && of > 0 && of < ScanReader.MOST_PAGES && turns >= 0 && turns < MOST_TURNS;
        if (good) {
            scans.join(found.id(), new PageCode(sitting.get().sitting().value(), of), turns);
        }
        redirected.addFlashAttribute(SaidAfterForms.SAID, good ? "joined" : "not-joined");
        return "redirect:/office/exams/" + exam + "/scans";
    }

    @Audited("scan-discarded")
    @PostMapping("/office/exams/{exam}/scans/{page}/discard")
    String discard(@PathVariable long exam, @PathVariable long page, RedirectAttributes redirected) {
        scans.discard(find(exam, page).id());
        redirected.addFlashAttribute(SaidAfterForms.SAID, "discarded");
        return "redirect:/office/exams/" + exam + "/scans";
    }
}
