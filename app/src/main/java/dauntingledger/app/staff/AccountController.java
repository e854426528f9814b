package dauntingledger.app.staff;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.words.SquareCode;
import dauntingledger.app.words.Words;
import java.security.Principal;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** One's own account: password and second factor. For everybody who works here. */
@Controller
class AccountController {

    private final StaffAccounts accounts;
    private final Passwords passwords;
    private final SecondFactors factor;
    private final Words words;

    AccountController(StaffAccounts accounts, Passwords passwords, SecondFactors factor, Words words) {
        this.accounts = accounts;
        this.passwords = passwords;
        this.factor = factor;
        this.words = words;
    }

    @GetMapping("/account")
    String page(Principal principal, Model model) {
        return page(principal, model, "");
    }

    @Audited("password-changed")
    @PostMapping("/account/password")
    String password(
            @RequestParam String current,
            @RequestParam String password,
            @RequestParam String again,
            Principal principal,
            Model model) {
        Staff.Member member = member(principal);
        Optional<String> problem = accounts.isPassword(member.number(), current)
                ? passwords
                        .problemInWords(password, member.number(), member.name())
                        .or(() ->
                                password.equals(again) ? Optional.empty() : Optional.of(words.say("password.differs")))
                : Optional.of(words.say("password.current-wrong"));
        if (problem.isPresent()) {
            return page(principal, model, problem.get());
        }
        accounts.newPassword(member.number(), password);
        return "redirect:/sign-in/staff?changed";
    }

    /** Shows a new secret; it counts once a code shows that it has been taken over. */
    @PostMapping("/account/factor/new")
    String propose(Principal principal, Model model) {
        return proposal(factor.propose(), principal, model, "");
    }

    @Audited("second-factor-set")
    @PostMapping("/account/factor")
    String confirm(@RequestParam String secret, @RequestParam String code, Principal principal, Model model) {
        Set<String> recovery = factor.confirm(principal.getName(), secret, code);
        if (recovery.isEmpty()) {
            return proposal(secret, principal, model, words.say("factor.wrong"));
        }
        accounts.endSignIns(principal.getName());
        model.addAttribute("codes", recovery);
        return "staff/recovery-codes";
    }

    @Audited("second-factor-dropped")
    @PostMapping("/account/factor/drop")
    String drop(@RequestParam String current, Principal principal, Model model, RedirectAttributes redirected) {
        Staff.Member member = member(principal);
        if (member.factorRequired()) {
            return page(principal, model, words.say("factor.required"));
        }
        if (!accounts.isPassword(member.number(), current)) {
            return page(principal, model, words.say("password.current-wrong"));
        }
        factor.drop(member.number());
        redirected.addFlashAttribute(SaidAfterForms.SAID, "factor-dropped");
        return "redirect:/account";
    }

    private String page(Principal principal, Model model, String problem) {
        model.addAttribute("problem", problem);
        model.addAttribute("least", Passwords.LEAST);
        model.addAttribute("codesLeft", factor.recoveryCodesLeft(principal.getName()));
        return "staff/account";
    }

    private String proposal(String secret, Principal principal, Model model, String problem) {
        model.addAttribute("secret", secret);
        model.addAttribute("code", SquareCode.of(factor.address(principal.getName(), secret)));
        model.addAttribute("problem", problem);
        return "staff/factor";
    }

    private Staff.Member member(Principal principal) {
        return accounts.member(principal.getName()).orElseThrow();
    }
}
