package dauntingledger.app.results;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.results.Certificates.Signed;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.rulebook.plain.PlainNames;
import java.security.Principal;
import java.util.Locale;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Says of a certificate whether it is valid, to whoever has it. The office withdraws one. */
@Controller
class CertificateController {

    private final Certificates certificates;

    CertificateController(Certificates certificates) {
        this.certificates = certificates;
    }

    /** For everybody; says nothing that does not stand on the paper. */
    @GetMapping("/certificate/{number}")
    String page(@PathVariable String number, Model model) {
        Optional<Signed> found = certificates.find(number.toUpperCase(Locale.ROOT));
        model.addAttribute("found", found.orElse(null));
        model.addAttribute(
                "standing",
                found.map(signed -> PlainNames.name(signed.standing())).orElse("unknown"));
        return "results/certificate";
    }

    @Audited("certificate-withdrawn")
    @PostMapping("/office/exams/{exam}/certificates")
    String withdraw(
            @PathVariable long exam, @RequestParam String number, Principal principal, RedirectAttributes redirected) {
        boolean withdrawn = certificates.withdraw(number.strip().toUpperCase(Locale.ROOT), principal.getName());
        redirected.addFlashAttribute(SaidAfterForms.SAID, withdrawn ? "withdrawn" : "no-such-certificate");
        return "redirect:/office/exams/" + exam + "/results";
    }
}
