package dauntingledger.app.office;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.exams.Centres;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.words.Words;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Which centres may enter how many candidates for an exam. For the exam office; auditors read. */
@Controller
class CentresController {

    private static final int MOST_PLACES = 100_000;
    private static final String PLACES = "places-";

    private final Centres centres;
    private final ExamPages pages;
    private final Words words;

    CentresController(Centres centres, ExamPages pages, Words words) {
        this.centres = centres;
        this.pages = pages;
        this.words = words;
    }

    /** A centre with what it may enter for an exam, as typed, and how many it has. */
    record Row(long id, String name, String places, int entered) {}

    @GetMapping("/office/exams/{exam}/centres")
    String page(@PathVariable long exam, Model model) {
        return page(pages.find(exam), Map.of(), List.of(), model);
    }

    private String page(Exam exam, Map<String, String> typed, List<String> problems, Model model) {
        Map<Long, Integer> allowed = centres.allowed(exam.id());
        pages.put(exam, model);
        model.addAttribute(
                "rows",
                centres.all().stream()
                        .map(centre -> new Row(
                                centre.id(),
                                centre.name(),
                                typed.getOrDefault(
                                        PLACES + centre.id(), String.valueOf(allowed.getOrDefault(centre.id(), 0))),
                                centres.roster(exam.id(), centre.id()).size()))
                        .toList());
        model.addAttribute("problems", problems);
        return "office/centres";
    }

    @Audited("centres-allowed")
    @PostMapping("/office/exams/{exam}/centres")
    ModelAndView allow(
            @PathVariable long exam,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes redirected) {
        Exam found = pages.find(exam);
        Map<Long, Integer> places = new HashMap<>();
        List<String> problems = new ArrayList<>();
        for (Centres.Centre centre : centres.all()) {
            String text = typed.getOrDefault(PLACES + centre.id(), "0").strip();
            if (text.matches("[0-9]{0,6}") && (text.isEmpty() || Integer.parseInt(text) <= MOST_PLACES)) {
                places.put(centre.id(), text.isEmpty() ? 0 : Integer.parseInt(text));
            } else {
                problems.add(words.say("centre.problem.places", centre.name()));
            }
        }
        if (!problems.isEmpty()) {
            return refused(page(found, typed, problems, model), model);
        }
        centres.allow(found.id(), places);
        redirected.addFlashAttribute(SaidAfterForms.SAID, "allowed");
        return new ModelAndView("redirect:/office/exams/" + exam + "/centres");
    }

    @Audited("centre-made")
    @PostMapping("/office/exams/{exam}/centres/new")
    ModelAndView make(@PathVariable long exam, @RequestParam String name, Model model, RedirectAttributes redirected) {
        Exam found = pages.find(exam);
        if (name.isBlank() || name.strip().length() > Centres.LONGEST_NAME) {
            return refused(page(found, Map.of(), List.of(words.say("centre.problem.name")), model), model);
        }
        try {
            centres.make(name);
            redirected.addFlashAttribute(SaidAfterForms.SAID, "made");
            return new ModelAndView("redirect:/office/exams/" + exam + "/centres");
        } catch (IllegalStateException e) {
            return refused(page(found, Map.of(), List.of(words.say("centre.problem.taken")), model), model);
        }
    }

    private static ModelAndView refused(String view, Model model) {
        return new ModelAndView(view, model.asMap(), HttpStatus.UNPROCESSABLE_CONTENT);
    }
}
