package dauntingledger.app.room;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.signin.PinCheck;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.sitting.Act;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What is done in the room by plain forms: signing in again after a break, and surveys. For the sitting's own candidate. */
@Controller
class RoomFormsController {

    private final Ledgers ledgers;
    private final PinCheck pins;
    private final Clock clock;

    RoomFormsController(Ledgers ledgers, PinCheck pins, Clock clock) {
        this.ledgers = ledgers;
        this.pins = pins;
        this.clock = clock;
    }

    @PostMapping("/sittings/{sitting}/return")
    String signInAgain(
            @RoomAccess.Own Appointment appointment,
            @RequestParam String pin,
            HttpServletRequest request,
            RedirectAttributes redirected) {
        switch (pins.check(appointment.candidate(), pin, request)) {
            case RIGHT -> ledgers.record(appointment, new Act.SignedInAgain(), clock.instant());
            case WRONG -> redirected.addFlashAttribute(SaidAfterForms.SAID, "pin-wrong");
            case WAIT -> redirected.addFlashAttribute(SaidAfterForms.SAID, "pin-wait");
            case UNAVAILABLE -> redirected.addFlashAttribute(SaidAfterForms.SAID, "pin-unavailable");
        }
        return room(appointment);
    }

    private static String room(Appointment appointment) {
        return "redirect:/sittings/" + appointment.sitting();
    }

    /** A survey that was answered or is passed over changes nothing; the page it stood on is shown again. */
    @PostMapping("/sittings/{sitting}/survey")
    String survey(
            @RoomAccess.Own Appointment appointment,
            @RequestParam String about,
            @RequestParam(defaultValue = "0") int rating,
            @RequestParam(defaultValue = "") String comment,
            RedirectAttributes redirected) {
        try {
            ledgers.record(
                    appointment, new Act.SurveyAnswered(new StageId(about), rating, comment.strip()), clock.instant());
        } catch (IllegalArgumentException e) {
            throw new ResponseStatusException(HttpStatus.BAD_REQUEST, String.valueOf(e.getMessage()), e);
        }
        redirected.addFlashAttribute(SaidAfterForms.SAID, "survey-thanks");
        return room(appointment);
    }
}
