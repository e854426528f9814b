package dauntingledger.app.office;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.exams.Rooms;
import dauntingledger.app.ledger.RoomId;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.sheets.CsvFile;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.exam.Chair;
import dauntingledger.rulebook.exam.RoomPlan;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
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

/** The rooms and their plans. For the exam office; auditors read. */
@Controller
class RoomsController {

    private final Rooms rooms;
    private final Words words;

    RoomsController(Rooms rooms, Words words) {
        this.rooms = rooms;
        this.words = words;
    }

    /** The form of a room as it was filled in; sets of chairs are labels with spaces between them. */
    record Form(String name, String rows, String columns, String missing, String sockets, String desks) {
        Form {
            name = text(name);
            rows = text(rows);
            columns = text(columns);
            missing = text(missing);
            sockets = text(sockets);
            desks = text(desks);
        }

        private static String text(@Nullable String typed) {
            return typed == null ? "" : typed.strip();
        }

        static Form of(Rooms.Room room) {
            PlanView view = PlanView.of(room.plan(), Map.of());
            return new Form(
                    room.name(),
                    String.valueOf(room.plan().rows()),
                    String.valueOf(room.plan().columns()),
                    view.missing(),
                    view.sockets(),
                    view.desks());
        }

        /** Reads the plan; what is wrong is put into {@code problems} as endings of keys. */
        Optional<RoomPlan> plan(List<String> problems) {
            int high = number(rows, Chair.MOST_ROWS);
            int wide = number(columns, Chair.MOST_COLUMNS);
            if (name.isEmpty() || name.length() > Rooms.LONGEST_NAME) {
                problems.add("name");
            }
            if (high == 0 || wide == 0) {
                problems.add("size");
                return Optional.empty();
            }
            List<Set<Chair>> sets = new ArrayList<>();
            for (String labels : List.of(missing, sockets, desks)) {
                sets.add(chairs(labels, high, wide, problems));
            }
            if (sets.getFirst().size() == high * wide) {
                problems.add("empty");
            }
            return problems.isEmpty()
                    ? Optional.of(new RoomPlan(high, wide, sets.get(0), sets.get(1), sets.get(2)))
                    : Optional.empty();
        }

        private static int number(String text, int most) {
            try {
                int number = Integer.parseInt(text);
                return number >= 1 && number <= most ? number : 0;
            } catch (NumberFormatException e) {
                return 0;
            }
        }

        private static Set<Chair> chairs(String labels, int high, int wide, List<String> problems) {
            Set<Chair> chairs = new HashSet<>();
            for (String label : labels.split("[\\s,;]+")) {
                Optional<Chair> chair = Chair.of(label).filter(one -> one.row() <= high && one.column() <= wide);
                chair.ifPresent(chairs::add);
                if (chair.isEmpty() && !label.isEmpty() && !problems.contains("chairs")) {
                    problems.add("chairs");
                }
            }
            return chairs;
        }
    }

    /** A room as the list has it. */
    record Row(long id, String name, int rows, int columns, int chairs, int sockets, int desks) {
        static Row of(Rooms.Room room) {
            RoomPlan plan = room.plan();
            return new Row(
                    room.id().value(),
                    room.name(),
                    plan.rows(),
                    plan.columns(),
                    plan.chairs().size(),
                    plan.sockets().size(),
                    plan.desks().size());
        }
    }

    @GetMapping("/office/rooms")
    String list(Model model) {
        model.addAttribute("rows", rooms.all().stream().map(Row::of).toList());
        return "office/rooms";
    }

    /** The rooms as a file, which {@code bin/roster check --rooms} reads. */
    @Audited("rooms-taken-out")
    @GetMapping("/office/rooms.csv")
    void file(HttpServletResponse response) throws IOException {
        try (CsvFile out =
                CsvFile.to(response, "rooms", List.of("name", "rows", "columns", "missing", "sockets", "desks"))) {
            for (Rooms.Room room : rooms.all()) {
                Form form = Form.of(room);
                out.row(List.of(
                        form.name(), form.rows(), form.columns(), form.missing(), form.sockets(), form.desks()));
            }
        }
    }

    @GetMapping("/office/rooms/new")
    String fresh(Model model) {
        return form(Optional.empty(), new Form("", "4", "6", "", "", ""), List.of(), model);
    }

    @GetMapping("/office/rooms/{room}")
    String room(@PathVariable long room, Model model) {
        Rooms.Room found = find(room);
        return form(Optional.of(found), Form.of(found), List.of(), model);
    }

    @Audited("room-made")
    @PostMapping("/office/rooms")
    ModelAndView make(@ModelAttribute("form") Form form, Model model, RedirectAttributes redirected) {
        List<String> problems = new ArrayList<>();
        Optional<RoomPlan> plan = form.plan(problems);
        if (plan.isEmpty()) {
            return refused(Optional.empty(), form, inWords(problems), model);
        }
        try {
            Rooms.Room made = rooms.make(form.name(), plan.get());
            redirected.addFlashAttribute(SaidAfterForms.SAID, "made");
            return new ModelAndView("redirect:/office/rooms/" + made.id());
        } catch (IllegalStateException e) {
            return refused(Optional.empty(), form, inWords(List.of("taken")), model);
        }
    }

    @Audited("room-changed")
    @PostMapping("/office/rooms/{room}")
    ModelAndView change(
            @PathVariable long room, @ModelAttribute("form") Form form, Model model, RedirectAttributes redirected) {
        Rooms.Room found = find(room);
        List<String> problems = new ArrayList<>();
        Optional<RoomPlan> plan = form.plan(problems);
        if (plan.isEmpty()) {
            return refused(Optional.of(found), form, inWords(problems), model);
        }
        try {
            List<String> inTheWay = rooms.change(new Rooms.Room(found.id(), form.name(), plan.get()));
            if (!inTheWay.isEmpty()) {
                List<String> why = List.of(words.say("room.problem.occupied", String.join(", ", inTheWay)));
                return refused(Optional.of(found), form, why, model);
            }
            redirected.addFlashAttribute(SaidAfterForms.SAID, "changed");
            return new ModelAndView("redirect:/office/rooms/" + room);
        } catch (IllegalStateException e) {
            return refused(Optional.of(found), form, inWords(List.of("taken")), model);
        }
    }

    @Audited("room-removed")
    @PostMapping("/office/rooms/{room}/remove")
    String remove(@PathVariable long room, RedirectAttributes redirected) {
        boolean gone = rooms.remove(find(room).id());
        redirected.addFlashAttribute(SaidAfterForms.SAID, gone ? "removed" : "in-use");
        return "redirect:/office/rooms";
    }

    private List<String> inWords(List<String> problems) {
        return problems.stream()
                .map(problem -> words.say("room.problem." + problem))
                .toList();
    }

    private ModelAndView refused(Optional<Rooms.Room> room, Form form, List<String> problems, Model model) {
        return new ModelAndView(form(room, form, problems, model), model.asMap(), HttpStatus.UNPROCESSABLE_CONTENT);
    }

    /** The plan is drawn as far as what was typed makes one. */
    private String form(Optional<Rooms.Room> room, Form form, List<String> problems, Model model) {
        RoomPlan plan = form.plan(new ArrayList<>())
                .or(() -> room.map(Rooms.Room::plan))
                .orElseGet(() -> RoomPlan.of(4, 6));
        model.addAttribute("id", room.map(found -> found.id().toString()).orElse(""));
        model.addAttribute("form", form);
        model.addAttribute("plan", PlanView.of(plan, Map.of()));
        model.addAttribute("problems", problems);
        return "office/room";
    }

    private Rooms.Room find(long room) {
        return rooms.find(new RoomId(room)).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
