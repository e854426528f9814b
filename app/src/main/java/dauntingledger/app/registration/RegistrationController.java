package dauntingledger.app.registration;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.ExamChangeException;
import dauntingledger.app.office.ExamPages;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.sheets.CsvFile;
import dauntingledger.app.words.Address;
import dauntingledger.app.words.SquareCode;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.paper.Detail;
import dauntingledger.rulebook.plain.PlainNames;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** How one registers for an exam, and who has. For the exam office; auditors read. */
@Controller
class RegistrationController {

    private static final int MOST_SHOWN = 500;
    private static final int LONGEST_FIELDS = 4_000;

    private final Registrations registrations;
    private final ExamPages pages;
    private final Address address;
    private final Words words;

    RegistrationController(Registrations registrations, ExamPages pages, Address address, Words words) {
        this.registrations = registrations;
        this.pages = pages;
        this.address = address;
        this.words = words;
    }

    /**
     * The form as it was filled in.
     *
     * @param fields a line for each: {@code label}, {@code label | date}, {@code label | choice: one, other}; a star at
     *     the end of the label makes it required
     */
    record Form(Boolean open, String places, String lastDay, Boolean byRule, String consent, String fields) {
        Form {
            open = Boolean.TRUE.equals(open);
            places = text(places);
            lastDay = text(lastDay);
            byRule = Boolean.TRUE.equals(byRule);
            consent = text(consent);
            fields = text(fields);
        }

        private static String text(@Nullable String typed) {
            return typed == null ? "" : typed.strip();
        }

        static Form of(Registration registration) {
            return new Form(
                    registration.open(),
                    String.valueOf(registration.places()),
                    registration.lastDay().map(LocalDate::toString).orElse(""),
                    registration.byRule(),
                    registration.consent(),
                    String.join(
                            "\n", registration.fields().stream().map(Form::line).toList()));
        }

        private static String line(Detail field) {
            String label = field.label() + (field.required() ? " *" : "");
            return switch (field.kind()) {
                case TEXT -> label;
                case DATE -> label + " | date";
                case CHOICE -> label + " | choice: " + String.join(", ", field.choices());
            };
        }

        /** @throws IllegalArgumentException if a line is no field */
        List<Detail> details() {
            List<Detail> details = new ArrayList<>();
            for (String line : fields.split("\\R")) {
                if (!line.isBlank()) {
                    details.add(detail(line, details.size() + 1));
                }
            }
            if (details.size() > Detail.MOST || fields.length() > LONGEST_FIELDS) {
                throw new IllegalArgumentException("at most " + Detail.MOST + " fields");
            }
            return details;
        }

        private static Detail detail(String line, int number) {
            String[] parts = line.split("\\|", 2);
            String label = parts[0].strip();
            boolean required = label.endsWith("*");
            String kind = parts.length < 2 ? "text" : parts[1].strip();
            List<String> choices = kind.startsWith("choice:")
                    ? Arrays.stream(kind.substring("choice:".length()).split(","))
                            .map(String::strip)
                            .filter(choice -> !choice.isEmpty())
                            .toList()
                    : List.of();
            Detail.Kind of =
                    choices.isEmpty() ? Detail.Kind.valueOf(kind.toUpperCase(Locale.ROOT)) : Detail.Kind.CHOICE;
            String shown = required ? label.substring(0, label.length() - 1).strip() : label;
            return new Detail("field-" + number, shown, of, choices, required);
        }
    }

    /** An applicant as the list has them. */
    record Row(long id, String name, String email, String standing, String number, String answers) {}

    @GetMapping("/office/exams/{exam}/registration")
    String page(@PathVariable long exam, Model model) {
        Exam found = pages.find(exam);
        Form form = registrations.of(found.id()).map(Form::of).orElseGet(() -> new Form(true, "20", "", true, "", ""));
        return page(found, form, List.of(), model);
    }

    private String page(Exam exam, Form form, List<String> problems, Model model) {
        pages.put(exam, model);
        Optional<Registration> registration = registrations.of(exam.id());
        Optional<String> link = registration.map(one -> address.of("/register/" + one.token()));
        model.addAttribute("form", form);
        model.addAttribute("problems", problems);
        model.addAttribute("link", link.orElse(""));
        model.addAttribute("code", link.map(SquareCode::of).orElse(null));
        model.addAttribute(
                "rows",
                registrations.all(exam.id(), MOST_SHOWN).stream().map(this::row).toList());
        return "registration/office";
    }

    private Row row(Applicant applicant) {
        return new Row(
                applicant.id(),
                applicant.name(),
                applicant.email(),
                PlainNames.name(applicant.standing()),
                applicant.number(),
                String.join(
                        ", ",
                        registrations.answers(applicant).values().stream()
                                .map(String::valueOf)
                                .filter(answer -> !answer.isEmpty())
                                .toList()));
    }

    /** Those who have registered as a file. */
    @Audited("applicants-taken-out")
    @GetMapping("/office/exams/{exam}/registration.csv")
    void file(@PathVariable long exam, HttpServletResponse response) throws IOException {
        Exam found = pages.find(exam);
        List<String> columns = List.of("name", "email", "standing", "number", "answers");
        try (CsvFile out = CsvFile.to(response, "registration-" + exam, columns)) {
            for (Applicant applicant : registrations.all(found.id(), Registration.MOST_PLACES)) {
                Row row = row(applicant);
                out.row(List.of(row.name(), row.email(), row.standing(), row.number(), row.answers()));
            }
        }
    }

    @Audited("registration-set")
    @PostMapping("/office/exams/{exam}/registration")
    ModelAndView keep(
            @PathVariable long exam, @ModelAttribute("form") Form form, Model model, RedirectAttributes redirected) {
        Exam found = pages.find(exam);
        List<String> problems = new ArrayList<>();
        int places = places(form, problems);
        Optional<LocalDate> lastDay = lastDay(form, problems);
        List<Detail> fields = fields(form, problems);
        if (form.consent().length() > Registration.LONGEST_CONSENT) {
            problems.add(words.say("registration.office.problem.consent"));
        }
        if (!problems.isEmpty()) {
            return new ModelAndView(
                    page(found, form, problems, model), model.asMap(), HttpStatus.UNPROCESSABLE_CONTENT);
        }
        registrations.keep(found.id(), form.open(), places, lastDay, form.byRule(), form.consent(), fields);
        redirected.addFlashAttribute(SaidAfterForms.SAID, "kept");
        return new ModelAndView("redirect:/office/exams/" + exam + "/registration");
    }

    private int places(Form form, List<String> problems) {
        try {
            int places = Integer.parseInt(form.places());
            if (places >= 0 && places <= Registration.MOST_PLACES) {
                return places;
            }
        } catch (NumberFormatException e) {
            // Said below, like a number that is too large.
        }
        problems.add(words.say("registration.office.problem.places"));
        return 0;
    }

    private Optional<LocalDate> lastDay(Form form, List<String> problems) {
        try {
            return form.lastDay().isEmpty() ? Optional.empty() : Optional.of(LocalDate.parse(form.lastDay()));
        } catch (DateTimeException e) {
            problems.add(words.say("exam.problem.day"));
            return Optional.empty();
        }
    }

    private List<Detail> fields(Form form, List<String> problems) {
        try {
            return form.details();
        } catch (IllegalArgumentException e) {
            problems.add(words.say("registration.office.problem.fields"));
            return List.of();
        }
    }

    @Audited("applicant-accepted")
    @PostMapping("/office/exams/{exam}/registration/{applicant}/accept")
    String accept(@PathVariable long exam, @PathVariable long applicant, RedirectAttributes redirected) {
        redirected.addFlashAttribute(SaidAfterForms.SAID, accepted(pages.find(exam), applicant));
        return "redirect:/office/exams/" + exam + "/registration";
    }

    private String accepted(Exam exam, long applicant) {
        try {
            return switch (registrations.accept(exam.id(), applicant)) {
                case ACCEPTED -> "accepted";
                case CONFIRMED, WAITING -> "waits";
                case UNCONFIRMED, DECLINED -> "not-waiting";
            };
        } catch (ExamChangeException e) {
            return "not-open";
        }
    }

    @Audited("applicant-declined")
    @PostMapping("/office/exams/{exam}/registration/{applicant}/decline")
    String decline(@PathVariable long exam, @PathVariable long applicant, RedirectAttributes redirected) {
        boolean declined = registrations.decline(pages.find(exam).id(), applicant);
        redirected.addFlashAttribute(SaidAfterForms.SAID, declined ? "declined" : "not-waiting");
        return "redirect:/office/exams/" + exam + "/registration";
    }
}
