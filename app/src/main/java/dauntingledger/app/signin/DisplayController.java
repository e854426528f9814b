package dauntingledger.app.signin;

import static java.util.Objects.requireNonNull;

import java.security.Principal;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.server.ResponseStatusException;
import org.thymeleaf.context.LazyContextVariable;
import tools.jackson.databind.json.JsonMapper;

/** Keeps how a candidate likes the pages, and gives it to each of them. For candidates; each has only their own. */
@ControllerAdvice
@Controller
class DisplayController {

    private final Register register;
    private final JsonMapper json;

    DisplayController(Register register, JsonMapper json) {
        this.register = register;
        this.json = json;
    }

    /**
     * What is chosen.
     *
     * @param at when, in milliseconds; of what a computer and the server remember the later counts
     */
    record Choice(long at, Map<String, String> chosen) {
        Choice {
            requireNonNull(chosen, "chosen");
        }
    }

    /** What a page says of it: whose it is, and the choice as JSON, or an empty text. */
    record Kept(String person, String chosen) {}

    @PostMapping("/display")
    @ResponseBody
    Map<String, Object> keep(@RequestBody Choice choice, Principal principal) {
        if (!Display.isKnown(choice.chosen())) {
            throw new ResponseStatusException(HttpStatus.BAD_REQUEST, "there is no such display to be chosen");
        }
        Map<String, Object> kept = new LinkedHashMap<>(new TreeMap<>(choice.chosen()));
        kept.put("at", choice.at());
        register.keepDisplay(principal.getName(), json.writeValueAsString(kept));
        return Map.of("kept", true);
    }

    /** Is read from the database only by a page that shows it. */
    @ModelAttribute
    void display(@Nullable Authentication person, Model model) {
        model.addAttribute("displayChoices", Display.CHOICES);
        if (person != null && isCandidate(person)) {
            model.addAttribute("display", new LazyContextVariable<Kept>() {
                @Override
                protected Kept loadValue() {
                    return new Kept(person.getName(), register.display(person.getName()));
                }
            });
        }
    }

    private static boolean isCandidate(Authentication person) {
        return person.getAuthorities().stream()
                .anyMatch(role -> ("ROLE_" + Rights.CANDIDATE).equals(role.getAuthority()));
    }
}
