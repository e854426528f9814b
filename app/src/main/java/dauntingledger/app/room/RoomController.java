package dauntingledger.app.room;

import dauntingledger.app.admission.Candidates;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.Papers;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Position;
import dauntingledger.rulebook.sitting.Sitting;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.util.Iterator;
import java.util.List;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.server.ResponseStatusException;

/** The pages of a sitting, one address for all stages. For the sitting's own candidate. */
@Controller
class RoomController {

    private final Door door;
    private final Candidates candidates;
    private final Ledgers ledgers;
    private final Papers papers;
    private final BlockViews blocks;
    private final StageViews stages;
    private final RoomData data;
    private final Clock clock;

    RoomController(
            Door door,
            Candidates candidates,
            Ledgers ledgers,
            Papers papers,
            BlockViews blocks,
            StageViews stages,
            RoomData data,
            Clock clock) {
        this.door = door;
        this.candidates = candidates;
        this.ledgers = ledgers;
        this.papers = papers;
        this.blocks = blocks;
        this.stages = stages;
        this.data = data;
        this.clock = clock;
    }

    /** Enters a sitting that has not begun; one that has is simply shown. */
    @PostMapping("/sittings/{sitting}/enter")
    String enter(@PathVariable long sitting, Principal principal) {
        Appointment appointment = door.open(sitting, principal);
        Instant now = clock.instant();
        Stage first = papers.text(appointment.paper()).paper().route().getFirst();
        if (ledgers.open(appointment, now).sitting().position() instanceof Position.Before before
                && before.stage() == 0
                && !(first instanceof Stage.Block)) {
            ledgers.record(appointment, new Act.StageOpened(first.id()), now);
        }
        return "redirect:/sittings/" + sitting;
    }

    @GetMapping("/sittings/{sitting}")
    String room(@PathVariable long sitting, Principal principal, Model model, HttpServletResponse response) {
        Appointment appointment = door.open(sitting, principal);
        Ledgers.Opened opened = ledgers.open(appointment, clock.instant());
        PaperText text = papers.text(appointment.paper());
        response.setHeader(HttpHeaders.CACHE_CONTROL, CacheControl.noStore().getHeaderValue());
        model.addAttribute("sitting", sitting);
        model.addAttribute("candidate", candidates.find(appointment.candidate()).orElseThrow());
        model.addAttribute("seat", appointment.seat());
        model.addAttribute("exam", text.paper().title());
        model.addAttribute("legs", stages.legs(opened.sitting()));
        model.addAttribute("data", data.json(appointment, opened));
        stages.lastClosed(opened.sitting()).ifPresent(closed -> model.addAttribute("closed", closed));
        return page(opened, appointment, text, model);
    }

    /** Downloads the ledger of a sitting that is over. */
    @GetMapping("/sittings/{sitting}/ledger.jsonl")
    void ledger(@PathVariable long sitting, Principal principal, HttpServletResponse response) throws IOException {
        Appointment appointment = door.open(sitting, principal);
        if (!(ledgers.open(appointment, clock.instant()).sitting().position() instanceof Position.Over)) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND, "a ledger can be downloaded after the hand-in");
        }
        response.setContentType("application/jsonl");
        response.setCharacterEncoding(StandardCharsets.UTF_8.name());
        response.setHeader(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"ledger-" + sitting + ".jsonl\"");
        PrintWriter out = response.getWriter();
        for (Iterator<String> lines = ledgers.export(appointment).iterator(); lines.hasNext(); ) {
            out.print(lines.next());
            out.print('\n');
        }
    }

    private String page(Ledgers.Opened opened, Appointment appointment, PaperText text, Model model) {
        Sitting sitting = opened.sitting();
        return switch (sitting.position()) {
            case Position.Before before -> {
                model.addAttribute("threshold", stages.threshold(sitting, before.stage()));
                yield "threshold";
            }
            case Position.Over over ->
                switch (over.ending()) {
                    case DECLINED -> "declined";
                    case HANDED_IN -> {
                        model.addAttribute(
                                "receipt", stages.receipt(opened, papers.score(appointment.paper(), sitting)));
                        yield "receipt";
                    }
                };
            case Position.At at -> stage(sitting, text, model, at.stage());
        };
    }

    private String stage(Sitting sitting, PaperText text, Model model, int index) {
        Stage stage = sitting.paper().route().get(index);
        model.addAttribute("stage", stage);
        return switch (stage) {
            case Stage.Notice notice -> {
                model.addAttribute("pages", pages(text, notice.id()));
                yield "notice";
            }
            case Stage.Instructions instructions -> {
                model.addAttribute("pages", pages(text, instructions.id()));
                model.addAttribute("rules", stages.rules(sitting.paper()));
                model.addAttribute("next", stages.threshold(sitting, index + 1));
                yield "instructions";
            }
            case Stage.Block block -> {
                model.addAttribute("block", blocks.of(block, text));
                model.addAttribute("costs", stages.costs(block));
                yield "block";
            }
            case Stage.Break rest -> {
                model.addAttribute("rest", stages.rest(rest));
                model.addAttribute("next", stages.threshold(sitting, index + 1));
                yield "break";
            }
            case Stage.HandIn handIn -> {
                model.addAttribute("lines", stages.lines(sitting));
                yield "hand-in";
            }
            case Stage.Unopened unopened ->
                throw new IllegalStateException(
                        "a kept paper holds its blocks whole, but stage " + unopened.id() + " is not");
        };
    }

    private static List<PaperText.Page> pages(PaperText text, StageId stage) {
        return text.pages().getOrDefault(stage, List.of());
    }
}
