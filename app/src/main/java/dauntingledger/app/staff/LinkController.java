package dauntingledger.app.staff;

import dauntingledger.app.audit.Audit;
import dauntingledger.app.audit.Deed;
import dauntingledger.app.words.Words;
import jakarta.servlet.http.HttpServletRequest;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.servlet.ModelAndView;

/** What one-time links lead to: the first account, and the password of somebody who was invited. For everybody who has one. */
@Controller
class LinkController {

    private final StaffLinks links;
    private final StaffAccounts accounts;
    private final Passwords passwords;
    private final Words words;
    private final Audit audit;

    LinkController(StaffLinks links, StaffAccounts accounts, Passwords passwords, Words words, Audit audit) {
        this.links = links;
        this.accounts = accounts;
        this.passwords = passwords;
        this.words = words;
        this.audit = audit;
    }

    /** What is typed in. A record's own texts would show a password. */
    record Form(String number, String name, String email, String password, String again) {
        Form {
            number = number == null ? "" : number.strip();
            name = name == null ? "" : name.strip();
            email = email == null ? "" : email.strip();
            password = password == null ? "" : password;
            again = again == null ? "" : again;
        }

        @Override
        public String toString() {
            return number;
        }
    }

    @GetMapping("/first-start/{token}")
    ModelAndView first(@PathVariable String token) {
        return isFirst(token) ? page("first-start", new Form("OFF-1", "", "", "", ""), "") : gone();
    }

    @PostMapping("/first-start/{token}")
    ModelAndView makeFirst(@PathVariable String token, @ModelAttribute Form form, HttpServletRequest request) {
        if (!isFirst(token)) {
            return gone();
        }
        Optional<String> problem = problem(form, form.number(), form.name()).or(() -> nameProblem(form));
        if (problem.isPresent()) {
            return page("first-start", form, problem.get());
        }
        if (!links.use(token)) {
            return gone();
        }
        accounts.takeOn(
                new Staff.Profile(
                        form.number(),
                        form.name(),
                        form.email(),
                        Role.OFFICE,
                        Set.of(),
                        Set.of(),
                        Staff.NO_CENTRE,
                        false),
                form.password());
        note(form.number(), "first-account-made", request);
        return new ModelAndView("redirect:/sign-in/staff");
    }

    @GetMapping("/invitation/{token}")
    ModelAndView invited(@PathVariable String token) {
        return invitedMember(token)
                .map(member -> page("invitation", new Form(member.number(), member.name(), "", "", ""), ""))
                .orElseGet(LinkController::gone);
    }

    @PostMapping("/invitation/{token}")
    ModelAndView accept(@PathVariable String token, @ModelAttribute Form form, HttpServletRequest request) {
        Optional<Staff.Member> member = invitedMember(token);
        if (member.isEmpty()) {
            return gone();
        }
        Form asked = new Form(member.get().number(), member.get().name(), "", form.password(), form.again());
        Optional<String> problem = problem(asked, asked.number(), asked.name());
        if (problem.isPresent()) {
            return page("invitation", asked, problem.get());
        }
        if (!links.use(token)) {
            return gone();
        }
        accounts.newPassword(asked.number(), asked.password());
        note(asked.number(), "invitation-accepted", request);
        return new ModelAndView("redirect:/sign-in/staff");
    }

    /** The first account can be made as long as there is none. */
    private boolean isFirst(String token) {
        return links.whose(token).filter(StaffLinks.FIRST::equals).isPresent()
                && accounts.all().isEmpty();
    }

    private Optional<Staff.Member> invitedMember(String token) {
        return links.whose(token)
                .filter(number -> !number.equals(StaffLinks.FIRST))
                .flatMap(accounts::member);
    }

    private Optional<String> problem(Form form, String... names) {
        return passwords
                .problemInWords(form.password(), names)
                .or(() -> form.password().equals(form.again())
                        ? Optional.empty()
                        : Optional.of(words.say("password.differs")));
    }

    private Optional<String> nameProblem(Form form) {
        String number = StaffAccounts.normalised(form.number());
        if (form.name().isEmpty() || form.name().length() > 120) {
            return Optional.of(words.say("staff.problem.name"));
        }
        return Staff.NUMBER.matcher(number).matches() && number.length() <= Staff.LONGEST_NUMBER
                ? Optional.empty()
                : Optional.of(words.say("staff.problem.number"));
    }

    private void note(String number, String what, HttpServletRequest request) {
        audit.note(new Deed(StaffAccounts.normalised(number), "", request.getRemoteAddr(), what, "", "done", ""));
    }

    private static ModelAndView page(String view, Form form, String problem) {
        ModelAndView page = new ModelAndView("staff/" + view);
        page.addObject("form", form);
        page.addObject("problem", problem);
        page.addObject("least", Passwords.LEAST);
        if (!problem.isEmpty()) {
            page.setStatus(HttpStatus.UNPROCESSABLE_CONTENT);
        }
        return page;
    }

    private static ModelAndView gone() {
        return new ModelAndView("staff/link-gone", Map.of(), HttpStatus.GONE);
    }
}
