package dauntingledger.app.admission;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The sign-in page; open to everybody. */
@Controller
class SignInController {

    private static final int LONGEST_WAIT = 3600;

    @GetMapping("/sign-in")
    String signIn(
            @RequestParam(required = false) @Nullable String wrong,
            @RequestParam(defaultValue = "0") int wait,
            @RequestParam(name = "signed-out", required = false) @Nullable String signedOut,
            Model model) {
        model.addAttribute("wrong", wrong != null);
        model.addAttribute("wait", Math.clamp(wait, 0, LONGEST_WAIT));
        model.addAttribute("signedOut", signedOut != null);
        return "sign-in";
    }
}
