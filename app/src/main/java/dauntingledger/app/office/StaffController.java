package dauntingledger.app.office;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.exams.Centres;
import dauntingledger.app.exams.Rooms;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.sheets.CsvFile;
import dauntingledger.app.staff.Invitations;
import dauntingledger.app.staff.Role;
import dauntingledger.app.staff.Staff;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.exam.RosterCheck;
import dauntingledger.rulebook.plain.PlainNames;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Who works here: inviting, changing and ending accounts. For the exam office; auditors read. */
@Controller
class StaffController {

    private static final int LONGEST_NAME = 120;

    private final Staff staff;
    private final Invitations invitations;
    private final Rooms rooms;
    private final Centres centres;
    private final Papers papers;
    private final Words words;

    StaffController(Staff staff, Invitations invitations, Rooms rooms, Centres centres, Papers papers, Words words) {
        this.staff = staff;
        this.invitations = invitations;
        this.rooms = rooms;
        this.centres = centres;
        this.papers = papers;
        this.words = words;
    }

    /** The form of an account as it was filled in. */
    record Form(
            String number,
            String name,
            String email,
            Role role,
            Set<Long> rooms,
            Set<String> papers,
            Long centre,
            Boolean factorRequired) {
        Form {
            number = text(number).toUpperCase(Locale.ROOT);
            name = text(name);
            email = text(email);
            role = role == null ? Role.INVIGILATOR : role;
            rooms = rooms == null ? Set.of() : Set.copyOf(rooms);
            papers = papers == null ? Set.of() : Set.copyOf(papers);
            centre = centre == null ? Staff.NO_CENTRE : centre;
            factorRequired = Boolean.TRUE.equals(factorRequired);
        }

        private static String text(@Nullable String typed) {
            return typed == null ? "" : typed.strip();
        }

        static Form of(Staff.Member member) {
            return new Form(
                    member.number(),
                    member.name(),
                    member.email(),
                    member.role(),
                    member.rooms(),
                    member.papers(),
                    member.centre(),
                    member.factorRequired());
        }

        Staff.Profile profile() {
            return new Staff.Profile(number, name, email, role, rooms, papers, centre, factorRequired);
        }

        /** Returns the endings of the keys of what is wrong. */
        List<String> problems() {
            List<String> problems = new ArrayList<>();
            if (!Staff.NUMBER.matcher(number).matches() || number.length() > Staff.LONGEST_NUMBER) {
                problems.add("number");
            }
            if (name.isEmpty() || name.length() > LONGEST_NAME || name.chars().anyMatch(Character::isISOControl)) {
                problems.add("name");
            }
            if (!RosterCheck.isEmail(email)) {
                problems.add("email");
            }
            if (role == Role.CENTRE && centre == Staff.NO_CENTRE) {
                problems.add("centre");
            }
            return problems;
        }
    }

    /** A member as the list has them; {@code scope} are rooms or papers. */
    record Row(Staff.Member member, String scope) {}

    @GetMapping("/office/staff")
    String list(Model model) {
        Map<Long, String> names = new HashMap<>();
        names.put(Staff.NO_ROOM, words.say("staff.rooms.none"));
        rooms.all().forEach(room -> names.put(room.id().value(), room.name()));
        model.addAttribute(
                "rows",
                staff.all().stream()
                        .map(member -> new Row(member, scope(member, names)))
                        .toList());
        return "office/staff";
    }

    private String scope(Staff.Member member, Map<Long, String> names) {
        List<String> parts = new ArrayList<>(member.rooms().stream()
                .map(room -> names.getOrDefault(room, "?"))
                .sorted()
                .toList());
        parts.addAll(member.papers().stream().sorted().toList());
        centres.find(member.centre()).map(Centres.Centre::name).ifPresent(parts::add);
        return String.join(", ", parts);
    }

    /** The list as a file. */
    @Audited("staff-taken-out")
    @GetMapping("/office/staff.csv")
    void file(HttpServletResponse response) throws IOException {
        List<String> columns = List.of("number", "name", "email", "role", "standing", "second_factor");
        try (CsvFile out = CsvFile.to(response, "staff", columns)) {
            for (Staff.Member member : staff.all()) {
                out.row(List.of(
                        member.number(),
                        member.name(),
                        member.email(),
                        member.role().key(),
                        PlainNames.name(member.standing()),
                        String.valueOf(member.factorSet())));
            }
        }
    }

    @GetMapping("/office/staff/new")
    String fresh(Model model) {
        return form(
                new Form("", "", "", Role.INVIGILATOR, Set.of(), Set.of(), Staff.NO_CENTRE, false),
                Optional.empty(),
                List.of(),
                model);
    }

    @Audited("staff-invited")
    @PostMapping("/office/staff")
    ModelAndView invite(@ModelAttribute("form") Form form, Model model, RedirectAttributes redirected) {
        if (!problems(form).isEmpty()) {
            return refused(form, Optional.empty(), inWords(form), model);
        }
        try {
            invitations.invite(form.profile());
            redirected.addFlashAttribute(SaidAfterForms.SAID, "invited");
            return new ModelAndView("redirect:/office/staff");
        } catch (IllegalStateException e) {
            return refused(form, Optional.empty(), List.of(words.say("staff.problem.taken", form.number())), model);
        }
    }

    @GetMapping("/office/staff/{number}")
    String member(@PathVariable String number, Model model) {
        Staff.Member found = find(number);
        return form(Form.of(found), Optional.of(found), List.of(), model);
    }

    @Audited("staff-changed")
    @PostMapping("/office/staff/{number}")
    ModelAndView change(
            @PathVariable String number,
            @ModelAttribute("form") Form form,
            Model model,
            RedirectAttributes redirected) {
        Staff.Member found = find(number);
        Form kept = new Form(
                found.number(),
                form.name(),
                form.email(),
                form.role(),
                form.rooms(),
                form.papers(),
                form.centre(),
                form.factorRequired());
        if (!problems(kept).isEmpty()) {
            return refused(kept, Optional.of(found), inWords(kept), model);
        }
        return does(found, one -> staff.change(kept.profile()), "changed", model, redirected);
    }

    @Audited("staff-ended")
    @PostMapping("/office/staff/{number}/end")
    ModelAndView end(@PathVariable String number, Model model, RedirectAttributes redirected) {
        return does(find(number), one -> staff.end(one.number()), "ended", model, redirected);
    }

    @Audited("staff-invited-again")
    @PostMapping("/office/staff/{number}/again")
    ModelAndView again(@PathVariable String number, Model model, RedirectAttributes redirected) {
        return does(find(number), one -> invitations.inviteAgain(one.number()), "invited", model, redirected);
    }

    @Audited("second-factor-taken-away")
    @PostMapping("/office/staff/{number}/factor")
    ModelAndView factor(@PathVariable String number, Model model, RedirectAttributes redirected) {
        return does(find(number), one -> staff.dropFactor(one.number()), "dropped", model, redirected);
    }

    private ModelAndView does(
            Staff.Member member, Consumer<Staff.Member> deed, String said, Model model, RedirectAttributes redirected) {
        try {
            deed.accept(member);
            redirected.addFlashAttribute(SaidAfterForms.SAID, said);
            return new ModelAndView("redirect:/office/staff");
        } catch (IllegalStateException e) {
            return refused(Form.of(member), Optional.of(member), List.of(words.say("staff.problem.last")), model);
        }
    }

    private List<String> problems(Form form) {
        List<String> problems = new ArrayList<>(form.problems());
        if (form.centre() != Staff.NO_CENTRE && centres.find(form.centre()).isEmpty()) {
            problems.add("centre");
        }
        return problems;
    }

    private List<String> inWords(Form form) {
        return problems(form).stream()
                .map(problem -> words.say("staff.problem." + problem))
                .toList();
    }

    private ModelAndView refused(Form form, Optional<Staff.Member> member, List<String> problems, Model model) {
        return new ModelAndView(form(form, member, problems, model), model.asMap(), HttpStatus.UNPROCESSABLE_CONTENT);
    }

    private String form(Form form, Optional<Staff.Member> member, List<String> problems, Model model) {
        model.addAttribute("form", form);
        model.addAttribute("member", member.orElse(null));
        model.addAttribute("problems", problems);
        model.addAttribute("roles", Role.values());
        model.addAttribute("rooms", rooms.all());
        model.addAttribute("centres", centres.all());
        model.addAttribute(
                "papers",
                papers.latest().stream()
                        .map(ref -> new ExamsController.Choice(
                                ref.id().value(), papers.text(ref).paper().title()))
                        .toList());
        return "office/staff-member";
    }

    private Staff.Member find(String number) {
        return staff.member(number).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
