package dauntingledger.app.signin;

import dauntingledger.app.words.ChosenLanguage;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Map;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.ModelAndView;

/** The sign-in page and the choice of language; open to everybody. */
@Controller
class SignInController {

    private static final int LONGEST_WAIT = 3600;
    /** Paths on this server; {@code //} would lead elsewhere. */
    private static final Pattern PAGES_HERE = Pattern.compile("/(?:[a-z0-9-]+(?:/[a-z0-9-]+)*)?");

    private final SignInSettings settings;
    private final ChosenLanguage languages;
    private final Keypad keypad;

    SignInController(SignInSettings settings, ChosenLanguage languages, Keypad keypad) {
        this.settings = settings;
        this.languages = languages;
        this.keypad = keypad;
    }

    @GetMapping("/sign-in")
    String signIn(
            @RequestParam(required = false) @Nullable String wrong,
            @RequestParam(defaultValue = "0") int wait,
            @RequestParam(required = false) @Nullable String unavailable,
            @RequestParam(name = "signed-out", required = false) @Nullable String signedOut,
            Model model) {
        model.addAttribute("wrong", wrong != null);
        model.addAttribute("wait", Math.clamp(wait, 0, LONGEST_WAIT));
        model.addAttribute("unavailable", unavailable != null);
        model.addAttribute("signedOut", signedOut != null);
        model.addAttribute("keys", keypad.keys(settings.shufflesKeypad()));
        return "sign-in";
    }

    /** The sign-in of those who work here: with a password and, if they have one, a code. */
    @GetMapping("/sign-in/staff")
    String staff(
            @RequestParam(required = false) @Nullable String wrong,
            @RequestParam(defaultValue = "0") int wait,
            @RequestParam(required = false) @Nullable String unavailable,
            @RequestParam(required = false) @Nullable String changed,
            Model model) {
        model.addAttribute("wrong", wrong != null);
        model.addAttribute("wait", Math.clamp(wait, 0, LONGEST_WAIT));
        model.addAttribute("unavailable", unavailable != null);
        model.addAttribute("changed", changed != null);
        return "staff/sign-in";
    }

    /** Says that the store takes nothing at the moment; for everybody, and shown in place of another page. */
    @RequestMapping("/unavailable")
    ModelAndView unavailable(HttpServletRequest request) {
        return new ModelAndView(
                "unavailable", Map.of("again", "GET".equals(request.getMethod())), HttpStatus.SERVICE_UNAVAILABLE);
    }

    /** Chooses the language of the interface on this computer; for everybody. */
    @PostMapping("/language")
    String language(
            @RequestParam String tag,
            @RequestParam(defaultValue = "/") String back,
            HttpServletRequest request,
            HttpServletResponse response) {
        ChosenLanguage.offered(tag).ifPresent(locale -> languages.setLocale(request, response, locale));
        return "redirect:" + (PAGES_HERE.matcher(back).matches() ? back : "/");
    }
}
