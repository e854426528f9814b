package dauntingledger.app.room;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Leaving;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.PaperText.ExhibitText;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.words.ChosenLanguage;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.paper.Exhibit;
import dauntingledger.rulebook.paper.ExhibitId;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Position;
import dauntingledger.rulebook.sitting.Sitting;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.util.Iterator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.server.ResponseStatusException;

/** The pages of a sitting, one address for all stages. For the sitting's own candidate. */
@Controller
class RoomController {

    /** Says that the service worker may keep a page for offline: one of the room itself. */
    private static final String KEEP = "Ledger-Keep";

    private final RoomAccess access;
    private final Candidates candidates;
    private final Ledgers ledgers;
    private final Papers papers;
    private final StagePages pages;
    private final BlockViews blocks;
    private final RoomData data;
    private final Leaving leaving;
    private final StageViews stages;
    private final Words words;
    private final Clock clock;

    RoomController(
            RoomAccess access,
            Candidates candidates,
            Ledgers ledgers,
            Papers papers,
            StagePages pages,
            BlockViews blocks,
            RoomData data,
            Leaving leaving,
            StageViews stages,
            Words words,
            Clock clock) {
        this.access = access;
        this.candidates = candidates;
        this.ledgers = ledgers;
        this.papers = papers;
        this.pages = pages;
        this.blocks = blocks;
        this.data = data;
        this.leaving = leaving;
        this.stages = stages;
        this.words = words;
        this.clock = clock;
    }

    @GetMapping("/sittings/{sitting}")
    String room(
            @RoomAccess.Own Appointment appointment,
            Model model,
            HttpServletRequest request,
            HttpServletResponse response) {
        Instant now = clock.instant();
        long sitting = appointment.sitting().value();
        Ledgers.Opened opened = ledgers.open(appointment, now);
        if (isBeforeTheDoors(opened.sitting())) {
            return "redirect:/";
        }
        response.setHeader(HttpHeaders.CACHE_CONTROL, CacheControl.noStore().getHeaderValue());
        if (RoomAccess.hasWaiting(request)) {
            return threshold("sending-first", appointment, model);
        }
        if (access.isElsewhere(appointment, opened.sitting(), request)) {
            return threshold("elsewhere", appointment, model);
        }
        leaving.comeBack(appointment, now);
        ledgers.given(appointment, now);
        opened = ledgers.open(appointment, now);
        if (opened.sitting().route().isHandedIn()) {
            ledgers.record(appointment, new Act.ReceiptGiven(), now);
            opened = ledgers.open(appointment, now);
        }
        String language = language(opened.sitting());
        ChosenLanguage.follow(request, language);
        PaperText text = papers.text(appointment.paper(), language, appointment.seed());
        Paper paper = appointment.personal(text.paper(), words.say("break.extra"));
        response.setHeader(KEEP, "true");
        model.addAttribute("sitting", sitting);
        model.addAttribute("candidate", candidates.find(appointment.candidate()).orElseThrow());
        model.addAttribute("seat", appointment.chair());
        model.addAttribute("exam", paper.title());
        model.addAttribute("purpose", text.about().purpose());
        model.addAttribute("checks", paper.rules().checks());
        model.addAttribute("textLanguage", text.language());
        model.addAttribute("legs", stages.legs(opened.sitting(), paper));
        model.addAttribute("data", data.json(appointment, opened, paper));
        stages.lastClosed(opened.sitting(), paper).ifPresent(closed -> model.addAttribute("closed", closed));
        return pages.page(new Here(opened, appointment, text, paper), model);
    }

    /** A page before the room, on which nothing of the exam stands. */
    private String threshold(String name, Appointment appointment, Model model) {
        model.addAttribute("candidate", candidates.find(appointment.candidate()).orElseThrow());
        model.addAttribute("sitting", appointment.sitting());
        return name;
    }

    private PaperText text(Appointment appointment, Sitting here) {
        return papers.text(appointment.paper(), language(here), appointment.seed());
    }

    /** Returns the language that was chosen in a sitting; until then that of the interface, where the paper has it. */
    static String language(Sitting sitting) {
        List<String> offered = sitting.paper().languages().tags();
        return sitting.arrival()
                .language()
                .or(() -> Optional.of(LocaleContextHolder.getLocale().toLanguageTag())
                        .filter(offered::contains))
                .orElse(sitting.paper().languages().first());
    }

    /** Nothing of a sitting is shown outside its hours to somebody who has not come in. */
    private boolean isBeforeTheDoors(Sitting sitting) {
        return sitting.route().position() instanceof Position.Before
                && sitting.route()
                        .entrance()
                        .filter(stage -> !sitting.permits(new Act.StageOpened(stage), sitting.now())
                                .isPermitted())
                        .isPresent();
    }

    /** A question that comes after the one before it. For the sitting's own candidate who may look at it. */
    @GetMapping("/sittings/{sitting}/questions/{item}")
    String question(@RoomAccess.New RoomAccess.Inside inside, @PathVariable String item, Model model) {
        Sitting here = inside.sitting();
        PaperText text = text(inside.appointment(), here);
        Stage.Block block = block(here, item);
        RoomView.Question question = blocks.question(block, new ItemId(item), text, here);
        if (!question.known()) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        model.addAttribute("question", question);
        model.addAttribute("questions", block.questions());
        model.addAttribute("checks", here.paper().rules().checks());
        model.addAttribute("textLanguage", text.language());
        return "fragments/question :: sheet";
    }

    /** A picture, sound or film of a question. For the sitting's own candidate who may look at the question. */
    @GetMapping("/sittings/{sitting}/media/{item}/{number}")
    ResponseEntity<?> medium(RoomAccess.Inside inside, @PathVariable String item, @PathVariable int number) {
        Sitting here = inside.sitting();
        PaperText text = text(inside.appointment(), here);
        RoomView.Question question = blocks.question(block(here, item), new ItemId(item), text, here);
        List<Papers.Medium> media = question.text().media();
        if (!question.known() || number < 0 || number >= media.size() || isLimited(question, number)) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        return answer(
                MediaType.parseMediaType(media.get(number).type()),
                media.get(number).bytes());
    }

    /** Returns whether a medium is a recording that can be played only so often; it is fetched with a ticket. */
    private static boolean isLimited(RoomView.Question question, int number) {
        return question.text().parts().stream()
                .anyMatch(part -> part instanceof PaperText.Part.Playing playing
                        && playing.limited()
                        && RecordingsController.number(playing.medium()) == number);
    }

    /** Returns the open block if {@code item} is asked in it. */
    private static Stage.Block block(Sitting here, String item) {
        return here.route()
                .openBlock()
                .filter(open -> open.items().anyMatch(one -> one.id().value().equals(item)))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    /** A page of instructions or of a notice, read out. For the sitting's own candidate who has come that far. */
    @GetMapping("/sittings/{sitting}/sound/{stage}/{page}")
    ResponseEntity<byte[]> sound(RoomAccess.Inside inside, @PathVariable String stage, @PathVariable int page) {
        Appointment appointment = inside.appointment();
        Sitting here = inside.sitting();
        PaperText text = text(appointment, here);
        int index = text.paper().route().stream()
                .map(at -> at.id().value())
                .toList()
                .indexOf(stage);
        return Optional.of(index)
                .filter(at -> at >= 0
                        && at
                                <= here.route()
                                        .position()
                                        .reached(text.paper().route().size()))
                .map(at ->
                        text.pages().getOrDefault(text.paper().route().get(at).id(), List.of()))
                .filter(all -> page >= 0 && page < all.size())
                .flatMap(all -> all.get(page).audio())
                .flatMap(path -> papers.sound(appointment.paper(), path))
                .map(sound -> ResponseEntity.ok()
                        .contentType(MediaType.parseMediaType(sound.type()))
                        .body(sound.bytes()))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    /** An exhibit of the open block. For the sitting's own candidate while a block is open whose questions have it. */
    @GetMapping("/sittings/{sitting}/exhibits/{exhibit}")
    ResponseEntity<?> exhibit(@RoomAccess.New RoomAccess.Inside inside, @PathVariable String exhibit) {
        Appointment appointment = inside.appointment();
        Sitting here = inside.sitting();
        ExhibitId id = here.tools()
                .exhibits()
                .filter(one -> one.id().value().equals(exhibit))
                .findFirst()
                .map(Exhibit::id)
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        PaperText text = text(appointment, here);
        return switch (Objects.requireNonNull(text.exhibits().get(id))) {
            case ExhibitText.Html html ->
                answer(new MediaType(MediaType.TEXT_HTML, StandardCharsets.UTF_8), html.html());
            case ExhibitText.File file ->
                answer(
                        MediaType.parseMediaType(file.medium().type()),
                        file.medium().bytes());
        };
    }

    private static ResponseEntity<?> answer(MediaType type, Object body) {
        return ResponseEntity.ok()
                .contentType(type)
                .cacheControl(CacheControl.noStore())
                .body(body);
    }

    /** Downloads the ledger of a sitting that is over. */
    @GetMapping("/sittings/{sitting}/ledger.jsonl")
    void ledger(@RoomAccess.Own Appointment appointment, HttpServletResponse response) throws IOException {
        long sitting = appointment.sitting().value();
        if (!(ledgers.open(appointment, clock.instant()).sitting().route().position() instanceof Position.Over)) {
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
}
