package dauntingledger.app.marking;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.marking.MarkersPapers.Asked;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.words.Marks;
import dauntingledger.rulebook.marking.Agreement;
import dauntingledger.rulebook.marking.MarkingAct;
import dauntingledger.rulebook.marking.MarksGiven;
import java.security.Principal;
import java.time.Clock;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What the markers of a question do, for the chief marker, who can stop one. */
@Controller
class MarkersController {

    private final MarkersPapers markers;
    private final Desk desk;
    private final MarkingLedger ledger;
    private final Papers papers;
    private final Clock clock;

    MarkersController(MarkersPapers markers, Desk desk, MarkingLedger ledger, Papers papers, Clock clock) {
        this.markers = markers;
        this.desk = desk;
        this.ledger = ledger;
        this.papers = papers;
        this.clock = clock;
    }

    /** A marker as the list has them. Shares are in percent. */
    record Row(
            String marker,
            int marked,
            String mean,
            int samples,
            String exact,
            String withinOne,
            String kappa,
            String stopped) {}

    static String address(Asked asked) {
        return "/marking/markers/" + asked.exam().id() + "/" + asked.item();
    }

    @GetMapping("/marking/markers/{exam}/{item}")
    String list(@PathVariable long exam, @PathVariable String item, Principal principal, Model model) {
        Asked asked = markers.find(exam, item, principal);
        model.addAttribute("exam", asked.exam().title());
        model.addAttribute(
                "number", papers.text(asked.exam().paper()).paper().numbers().get(asked.item()));
        model.addAttribute("desk", DeskView.address(asked));
        model.addAttribute("address", address(asked));
        model.addAttribute(
                "rows", desk.figures(asked).stream().map(MarkersController::row).toList());
        return "marking/markers";
    }

    private static Row row(Desk.Figures of) {
        return new Row(
                of.marker(),
                of.marked(),
                of.mean().rounded(1).toPlainString(),
                of.samples().map(Agreement::number).orElse(0),
                of.samples().map(agreement -> Marks.percent(agreement.exact())).orElse(""),
                of.samples()
                        .map(agreement -> Marks.percent(agreement.withinOne()))
                        .orElse(""),
                of.samples()
                        .flatMap(Agreement::kappa)
                        .map(kappa -> kappa.rounded(2).toPlainString())
                        .orElse(""),
                of.stopped().orElse(""));
    }

    @Audited("marker-stopped")
    @PostMapping("/marking/markers/{exam}/{item}")
    String change(
            @PathVariable long exam,
            @PathVariable String item,
            @RequestParam String marker,
            @RequestParam boolean stop,
            @RequestParam(defaultValue = "") String reason,
            Principal principal,
            RedirectAttributes redirected) {
        Asked asked = markers.find(exam, item, principal);
        if (asked.isReview()) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        boolean known = desk.figures(asked).stream().anyMatch(of -> of.marker().equals(marker));
        boolean good = known && (!stop || !reason.isBlank() && reason.length() <= MarksGiven.MOST_REASON);
        if (good) {
            MarkingAct act = stop
                    ? new MarkingAct.Stopped(asked.item(), marker, reason.strip())
                    : new MarkingAct.Readmitted(asked.item(), marker);
            ledger.enter(asked.exam().id(), act, principal.getName(), asked.scheme(), clock.instant());
        }
        redirected.addFlashAttribute(SaidAfterForms.SAID, !good ? "none" : stop ? "stopped" : "readmitted");
        return "redirect:" + address(asked);
    }
}
