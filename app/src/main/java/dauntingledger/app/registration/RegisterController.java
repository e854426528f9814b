package dauntingledger.app.registration;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.Exams;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.exam.RosterCheck;
import dauntingledger.rulebook.paper.Detail;
import dauntingledger.rulebook.plain.PlainNames;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.ModelAndView;

/** The public pages on which one registers for an exam. For everybody. */
@Controller
class RegisterController {

    private static final int LONGEST_NAME = 120;
    private static final String FIELD = "field-";

    private final Registrations registrations;
    private final Exams exams;
    private final Pace pace;
    private final Words words;
    private final WallClock house;
    private final Clock clock;

    RegisterController(Registrations registrations, Exams exams, Pace pace, Words words, WallClock wall, Clock clock) {
        this.registrations = registrations;
        this.exams = exams;
        this.pace = pace;
        this.words = words;
        this.house = wall;
        this.clock = clock;
    }

    @GetMapping("/register/{token}")
    ModelAndView page(@PathVariable String token) {
        return form(find(token), Map.of(), List.of());
    }

    /** The answer is the same whether the address is registered already or not. */
    @PostMapping("/register/{token}")
    ModelAndView register(
            @PathVariable String token, @RequestParam Map<String, String> typed, HttpServletRequest request) {
        Registration registration = find(token);
        Exam exam = exam(registration);
        if (!isOpen(registration, exam)) {
            return form(registration, typed, List.of());
        }
        List<String> problems = problems(registration, typed);
        if (!problems.isEmpty()) {
            return form(registration, typed, problems);
        }
        if (!pace.take(request.getRemoteAddr())) {
            ModelAndView slow = form(registration, typed, List.of(words.say("registration.slow")));
            slow.setStatus(HttpStatus.TOO_MANY_REQUESTS);
            return slow;
        }
        Map<String, String> answers = new HashMap<>();
        registration.fields().forEach(field -> answers.put(field.id(), value(typed, FIELD + field.id())));
        registrations.register(
                registration,
                new Registrations.Typed(
                        value(typed, "name"),
                        value(typed, "email"),
                        LocaleContextHolder.getLocale().getLanguage(),
                        answers));
        return said("sent", exam, value(typed, "email"));
    }

    private static String value(Map<String, String> typed, String name) {
        return typed.getOrDefault(name, "").strip();
    }

    private List<String> problems(Registration registration, Map<String, String> typed) {
        List<String> problems = new ArrayList<>();
        String name = value(typed, "name");
        if (name.isEmpty() || name.length() > LONGEST_NAME || name.chars().anyMatch(Character::isISOControl)) {
            problems.add(words.say("registration.problem.name"));
        }
        if (!RosterCheck.isEmail(value(typed, "email"))) {
            problems.add(words.say("registration.problem.email"));
        }
        for (Detail field : registration.fields()) {
            field.problem(value(typed, FIELD + field.id()))
                    .map(problem -> words.say(
                            "registration.problem." + PlainNames.name(problem), field.label(), Detail.LONGEST_VALUE))
                    .ifPresent(problems::add);
        }
        if (!registration.consent().isEmpty() && !typed.containsKey("consent")) {
            problems.add(words.say("registration.problem.consent"));
        }
        return problems;
    }

    /** A link is followed by machines that look at mail too, so it only asks; the press on the page confirms. */
    @GetMapping("/register/confirm/{token}")
    ModelAndView confirm(@PathVariable String token) {
        return registrations
                .linked(token)
                .map(applicant -> said("confirm", exams.find(applicant.exam()).orElseThrow(), applicant.email()))
                .orElseGet(RegisterController::gone);
    }

    @PostMapping("/register/confirm/{token}")
    ModelAndView confirmed(@PathVariable String token) {
        return registrations
                .confirm(token)
                .map(standing -> said(
                        PlainNames.name(standing),
                        exams.find(registrations.linked(token).orElseThrow().exam())
                                .orElseThrow(),
                        ""))
                .orElseGet(RegisterController::gone);
    }

    private static ModelAndView gone() {
        return new ModelAndView("registration/said", Map.of("kind", "gone", "title", "", "email", ""), HttpStatus.GONE);
    }

    private static ModelAndView said(String kind, Exam exam, String email) {
        return new ModelAndView("registration/said", Map.of("kind", kind, "title", exam.title(), "email", email));
    }

    private ModelAndView form(Registration registration, Map<String, String> typed, List<String> problems) {
        Exam exam = exam(registration);
        WallClock wall = house.in(exam.hours().zone());
        ModelAndView page = new ModelAndView("registration/form");
        page.addObject("title", exam.title());
        page.addObject("when", wall.dayAndMinute(exam.hours().window().opens()));
        page.addObject("zone", exam.hours().zone().getId());
        page.addObject("token", registration.token());
        page.addObject("open", isOpen(registration, exam));
        page.addObject("lastDay", registration.lastDay().map(Object::toString).orElse(""));
        page.addObject("fields", registration.fields());
        page.addObject("consent", registration.consent());
        page.addObject("typed", typed);
        page.addObject("problems", problems);
        if (!problems.isEmpty()) {
            page.setStatus(HttpStatus.UNPROCESSABLE_CONTENT);
        }
        return page;
    }

    private boolean isOpen(Registration registration, Exam exam) {
        return exam.state().isOpenToChange()
                && registration.isOpen(
                        clock.instant(),
                        exam.hours().window().opens(),
                        exam.hours().zone());
    }

    private Exam exam(Registration registration) {
        return exams.find(registration.exam()).orElseThrow();
    }

    private Registration find(String token) {
        return registrations.named(token).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
