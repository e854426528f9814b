package dauntingledger.app.requests;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.uploads.Document;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.plain.PlainNames;
import java.io.IOException;
import java.security.Principal;
import java.util.Optional;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Asking for accommodations. For the sitting's own candidate. */
@Controller
class RequestController {

    private final Requests requests;
    private final Appointments appointments;
    private final Candidates candidates;
    private final Papers papers;
    private final Words words;
    private final WallClock wall;

    RequestController(
            Requests requests,
            Appointments appointments,
            Candidates candidates,
            Papers papers,
            Words words,
            WallClock wall) {
        this.requests = requests;
        this.appointments = appointments;
        this.candidates = candidates;
        this.papers = papers;
        this.words = words;
        this.wall = wall;
    }

    /** A request as its candidate sees it. */
    record Row(String made, String text, boolean document, String standing, String reason) {}

    @GetMapping("/sittings/{sitting}/request")
    String page(@PathVariable long sitting, Principal principal, Model model) {
        return page(own(sitting, principal), "", "", model);
    }

    private Appointment own(long sitting, Principal principal) {
        return appointments
                .find(new SittingId(sitting))
                .filter(found -> found.candidate().equals(principal.getName()))
                .filter(Appointment::isShown)
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    private String page(Appointment sitting, String text, String problem, Model model) {
        model.addAttribute("candidate", candidates.find(sitting.candidate()).orElseThrow());
        model.addAttribute("sitting", sitting.sitting().toString());
        model.addAttribute(
                "exam",
                papers.text(sitting.paper(), LocaleContextHolder.getLocale().toLanguageTag())
                        .paper()
                        .title());
        model.addAttribute(
                "rows", requests.of(sitting.sitting()).stream().map(this::row).toList());
        model.addAttribute("text", text);
        model.addAttribute("problem", problem);
        model.addAttribute("most", RequestRecord.LONGEST_TEXT);
        return "requests/request";
    }

    private Row row(RequestRecord request) {
        return new Row(
                wall.dayAndMinute(request.madeAt()),
                request.text(),
                request.hasDocument(),
                PlainNames.name(request.standing()),
                request.reason());
    }

    @PostMapping("/sittings/{sitting}/request")
    ModelAndView ask(
            @PathVariable long sitting,
            @RequestParam(defaultValue = "") String text,
            @RequestParam("document") MultipartFile document,
            Principal principal,
            Model model,
            RedirectAttributes redirected)
            throws IOException {
        Appointment own = own(sitting, principal);
        String asked = text.strip();
        if (asked.isEmpty() || asked.length() > RequestRecord.LONGEST_TEXT) {
            return refused(own, text, "request.problem.text", model);
        }
        if (document.getSize() > Document.MOST_BYTES) {
            return refused(own, text, "request.problem.large", model);
        }
        Optional<Document> read = document.isEmpty() ? Optional.empty() : Document.read(document.getBytes());
        if (!document.isEmpty() && read.isEmpty()) {
            return refused(own, text, "request.problem.document", model);
        }
        if (!requests.ask(own.sitting(), asked, read)) {
            return refused(own, text, "request.problem.many", model);
        }
        redirected.addFlashAttribute(SaidAfterForms.SAID, "sent");
        return new ModelAndView("redirect:/sittings/" + sitting + "/request");
    }

    private ModelAndView refused(Appointment sitting, String text, String key, Model model) {
        return new ModelAndView(
                page(sitting, text, words.say(key, Requests.MOST_OF_A_SITTING), model),
                model.asMap(),
                HttpStatus.UNPROCESSABLE_CONTENT);
    }
}
