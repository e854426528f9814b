package dauntingledger.app.office;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.Exams;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.signin.Candidates;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.http.CacheControl;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/**
 * What is printed for an exam: letters with PINs, and what lies and hangs in the rooms. For the exam office; auditors read
 * what holds no secret.
 */
@Controller
class LettersController {

    private final Exams exams;
    private final Candidates candidates;
    private final Letters letters;
    private final RoomPapers papers;
    private final ExamPages pages;

    LettersController(Exams exams, Candidates candidates, Letters letters, RoomPapers papers, ExamPages pages) {
        this.exams = exams;
        this.candidates = candidates;
        this.letters = letters;
        this.papers = papers;
        this.pages = pages;
    }

    /** For whom letters are printed. */
    enum For {
        /** Those who have no PIN yet; they get one. */
        WITHOUT_PIN,
        /** Everybody; those who have no PIN get one, the others keep theirs, which the letter does not say. */
        ALL,
        /** Everybody who has not come in, with new PINs; the old ones end. */
        ALL_ANEW
    }

    @GetMapping("/office/exams/{exam}/letters")
    String page(@PathVariable long exam, Model model) {
        Exam found = pages.find(exam);
        List<Appointment> roster = exams.roster(found.id());
        pages.put(found, model);
        model.addAttribute("count", roster.size());
        model.addAttribute("withoutPin", candidates.withoutPin(numbers(roster)).size());
        model.addAttribute(
                "withoutSeat",
                roster.stream().filter(one -> one.chair().isEmpty()).count());
        return "office/letters";
    }

    private static List<String> numbers(Collection<Appointment> sittings) {
        return sittings.stream().map(Appointment::candidate).toList();
    }

    /** Prints letters. PINs that are made for them stand there and nowhere else. */
    @Audited("letters-printed")
    @PostMapping("/office/exams/{exam}/letters")
    ResponseEntity<byte[]> print(@PathVariable long exam, @RequestParam("for") For whom) {
        Exam found = pages.find(exam);
        List<Appointment> roster = exams.roster(found.id());
        Collection<String> without = candidates.withoutPin(numbers(roster));
        List<Appointment> to = switch (whom) {
            case WITHOUT_PIN ->
                roster.stream().filter(one -> without.contains(one.candidate())).toList();
            case ALL -> roster;
            case ALL_ANEW -> {
                Set<Appointment> begun = exams.begun(roster);
                yield roster.stream().filter(one -> !begun.contains(one)).toList();
            }
        };
        if (to.isEmpty()) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        Map<String, String> pins = candidates.newPins(whom == For.ALL_ANEW ? numbers(to) : without);
        return pdf("letters-" + exam, letters.print(found, to, pins));
    }

    /** Gives one candidate a new PIN, in a letter of its own. */
    @Audited("pin-made-anew")
    @PostMapping("/office/exams/{exam}/letters/{sitting}")
    ResponseEntity<byte[]> anew(@PathVariable long exam, @PathVariable long sitting) {
        Exam found = pages.find(exam);
        Appointment one = pages.sitting(found, sitting);
        return pdf(
                "letter-" + one.candidate(),
                letters.print(found, List.of(one), candidates.newPins(List.of(one.candidate()))));
    }

    @GetMapping("/office/exams/{exam}/attendance.pdf")
    ResponseEntity<byte[]> attendance(@PathVariable long exam) {
        Exam found = pages.find(exam);
        return pdf("attendance-" + exam, papers.attendance(found, exams.roster(found.id())));
    }

    @GetMapping("/office/exams/{exam}/plans.pdf")
    ResponseEntity<byte[]> plans(@PathVariable long exam) {
        Exam found = pages.find(exam);
        return pdf("plans-" + exam, papers.plans(found, exams.roster(found.id())));
    }

    @GetMapping("/office/exams/{exam}/signs.pdf")
    ResponseEntity<byte[]> signs(@PathVariable long exam) {
        return pdf("signs-" + exam, papers.signs(pages.find(exam)));
    }

    /** The codes of the doors. For the exam office alone. */
    @Audited("codes-printed")
    @GetMapping("/office/exams/{exam}/envelope.pdf")
    ResponseEntity<byte[]> envelope(@PathVariable long exam) {
        return pdf("envelope-" + exam, papers.envelope(pages.find(exam)));
    }

    static ResponseEntity<byte[]> pdf(String name, byte[] file) {
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .cacheControl(CacheControl.noStore())
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.inline()
                                .filename(name + ".pdf")
                                .build()
                                .toString())
                .body(file);
    }
}
