package dauntingledger.app.office;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.exams.Chairs;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.ExamChangeException;
import dauntingledger.app.exams.Exams;
import dauntingledger.app.exams.Rooms;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.RoomId;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.exam.Chair;
import java.security.SecureRandom;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Who sits where in an exam. For the exam office; auditors read. */
@Controller
class ChairsController {

    private static final int MOST_WAITING = 200;

    private final Exams exams;
    private final Chairs chairs;
    private final ExamPages pages;
    private final Words words;
    private final SecureRandom random = new SecureRandom();

    ChairsController(Exams exams, Chairs chairs, ExamPages pages, Words words) {
        this.exams = exams;
        this.chairs = chairs;
        this.pages = pages;
        this.words = words;
    }

    /** A room of an exam with who sits in it. */
    record Place(long room, String name, int seated, int chairs, PlanView plan) {}

    @GetMapping("/office/exams/{exam}/seats")
    String page(@PathVariable long exam, Model model) {
        return page(pages.find(exam), List.of(), model);
    }

    private String page(Exam exam, List<String> problems, Model model) {
        List<Appointment> roster = exams.roster(exam.id());
        Map<String, Candidate> people = pages.people(roster);
        pages.put(exam, model);
        model.addAttribute(
                "plans",
                pages.rooms(exam).stream()
                        .map(room -> place(room, roster, people))
                        .toList());
        model.addAttribute(
                "waitingCount",
                roster.stream().filter(one -> one.chair().isEmpty()).count());
        model.addAttribute(
                "waiting",
                roster.stream()
                        .filter(sitting -> sitting.chair().isEmpty())
                        .limit(MOST_WAITING)
                        .map(sitting -> occupant(sitting, people))
                        .toList());
        model.addAttribute(
                "seated",
                roster.stream().filter(sitting -> !sitting.chair().isEmpty()).count());
        model.addAttribute("seed", exam.chairSeed());
        model.addAttribute("problems", problems);
        return "office/seats";
    }

    private static Place place(Rooms.Room room, List<Appointment> roster, Map<String, Candidate> people) {
        Map<String, PlanView.Occupant> occupants = new HashMap<>();
        roster.stream()
                .filter(sitting -> sitting.room().filter(room.id()::equals).isPresent()
                        && !sitting.chair().isEmpty())
                .forEach(sitting -> occupants.put(sitting.chair(), occupant(sitting, people)));
        return new Place(
                room.id().value(),
                room.name(),
                occupants.size(),
                room.plan().chairs().size(),
                PlanView.of(room.plan(), occupants));
    }

    private static PlanView.Occupant occupant(Appointment sitting, Map<String, Candidate> people) {
        return new PlanView.Occupant(
                sitting.sitting().toString(),
                Optional.ofNullable(people.get(sitting.candidate()))
                        .map(Candidate::name)
                        .orElse(""),
                sitting.candidate());
    }

    /**
     * Gives chairs.
     *
     * @param seed a number to draw with again; 0 for a new one
     */
    @Audited("seats-given")
    @PostMapping("/office/exams/{exam}/seats/give")
    ModelAndView give(
            @PathVariable long exam,
            @RequestParam(defaultValue = "false") boolean all,
            @RequestParam(defaultValue = "0") long seed,
            Model model,
            RedirectAttributes redirected) {
        Exam found = pages.find(exam);
        try {
            int alike = chairs.give(found.id(), seed == 0 ? random.nextInt(1, Integer.MAX_VALUE) : seed, all);
            redirected.addFlashAttribute(SaidAfterForms.SAID, alike == 0 ? "given" : "given-alike");
            return new ModelAndView("redirect:/office/exams/" + exam + "/seats");
        } catch (ExamChangeException e) {
            return refused(found, e, model);
        }
    }

    /**
     * Gives somebody another chair.
     *
     * @param seat its label; empty for none
     */
    @Audited("seat-changed")
    @PostMapping("/office/exams/{exam}/seats/move")
    ModelAndView move(
            @PathVariable long exam,
            @RequestParam String who,
            @RequestParam(defaultValue = "0") long room,
            @RequestParam(defaultValue = "") String seat,
            Model model,
            RedirectAttributes redirected) {
        Exam found = pages.find(exam);
        Optional<Appointment> sitting = exams.roster(found.id()).stream()
                .filter(one ->
                        one.sitting().toString().equals(who) || one.candidate().equalsIgnoreCase(who.strip()))
                .findFirst();
        Optional<Chair> chair = Chair.of(seat);
        if (sitting.isEmpty()) {
            return refused(found, List.of(words.say("seats.nobody", who)), model);
        }
        if (chair.isEmpty() && !seat.isBlank()) {
            return refused(found, pages.problems(List.of("no-such-chair")), model);
        }
        try {
            chairs.move(sitting.get(), chair.map(one -> new Chairs.Place(new RoomId(room), one)));
            redirected.addFlashAttribute(SaidAfterForms.SAID, "seat-changed");
            return new ModelAndView("redirect:/office/exams/" + exam + "/seats");
        } catch (ExamChangeException e) {
            return refused(found, e, model);
        }
    }

    private ModelAndView refused(Exam exam, ExamChangeException why, Model model) {
        return refused(exam, pages.problems(why), model);
    }

    private ModelAndView refused(Exam exam, List<String> problems, Model model) {
        return new ModelAndView(page(exam, problems, model), model.asMap(), HttpStatus.UNPROCESSABLE_CONTENT);
    }
}
