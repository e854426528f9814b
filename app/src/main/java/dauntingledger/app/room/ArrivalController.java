package dauntingledger.app.room;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.Outcome;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.signin.Candidates;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.plain.ActCodec;
import dauntingledger.rulebook.plain.EntryCodec;
import dauntingledger.rulebook.plain.MalformedDataException;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.Verdict;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.server.ResponseStatusException;

/** The steps of an arrival that the server itself must judge. For the sitting's own candidate. */
@Controller
class ArrivalController {

    private final Candidates candidates;
    private final Ledgers ledgers;
    private final Papers papers;
    private final PortraitStore portraits;
    private final RoomData room;
    private final Clock clock;

    ArrivalController(
            Candidates candidates,
            Ledgers ledgers,
            Papers papers,
            PortraitStore portraits,
            RoomData room,
            Clock clock) {
        this.candidates = candidates;
        this.ledgers = ledgers;
        this.papers = papers;
        this.portraits = portraits;
        this.room = room;
        this.clock = clock;
    }

    private static final int MOST_NOISE = 128 * 1024;

    /** How many bytes came. */
    record Took(int bytes) {}

    /** A code as it was typed. */
    record Code(String code) {}

    /** What became of a step, with the entries that the server made for it. */
    record Answer(String verdict, boolean right, List<Map<String, Object>> entries) {}

    /** What a picture shows, with the entries that the server made for it: none unless it is good. */
    record Judged(int view, List<Map<String, Object>> entries) {}

    @PostMapping(path = "/sittings/{sitting}/code", consumes = MediaType.APPLICATION_JSON_VALUE)
    @ResponseBody
    Answer code(@RoomAccess.Own Appointment appointment, @RequestBody Code typed) {
        Instant now = clock.instant();
        Stage stage = here(appointment, now, Stage.Admission.class);
        boolean right = !appointment.terms().code().isEmpty()
                && same(appointment.terms().code(), typed.code());
        Outcome outcome = ledgers.record(appointment, new Act.CodeGiven(stage.id(), right), now);
        return new Answer(PlainNames.name(outcome.verdict()), right, made(appointment, outcome));
    }

    private List<Map<String, Object>> made(Appointment appointment, Outcome outcome) {
        return ledgers.open(appointment, clock.instant()).entries().stream()
                .filter(entry -> entry.id().equals(outcome.entry()))
                .map(EntryCodec::toPlain)
                .toList();
    }

    /** Compares in a time that tells nothing, without regard to capitals, spaces and dashes. */
    private static boolean same(String code, String typed) {
        return MessageDigest.isEqual(folded(code), folded(typed));
    }

    private static byte[] folded(String code) {
        return code.toUpperCase(Locale.ROOT).replace("-", "").replace(" ", "").getBytes(StandardCharsets.UTF_8);
    }

    @PostMapping(path = "/sittings/{sitting}/portrait", consumes = MediaType.IMAGE_PNG_VALUE)
    @ResponseBody
    Judged portrait(@RoomAccess.Own Appointment appointment, HttpServletRequest request) throws IOException {
        Instant now = clock.instant();
        Stage stage = here(appointment, now, Stage.Portrait.class);
        byte[] sent = request.getInputStream().readNBytes(PortraitStore.MOST_BYTES + 1);
        if (sent.length > PortraitStore.MOST_BYTES) {
            throw new ResponseStatusException(HttpStatus.CONTENT_TOO_LARGE, "a picture has at most 512 KB");
        }
        CameraPicture picture = CameraPicture.read(sent, "png")
                .orElseThrow(() -> new MalformedDataException("this is no PNG picture of at most 640 by 640 pixels"));
        if (!picture.view().isGood()) {
            return new Judged(picture.view().figure(), List.of());
        }
        portraits.keep(appointment.sitting(), picture, now);
        Outcome outcome = ledgers.record(appointment, new Act.PortraitTaken(stage.id(), picture.digest()), now);
        return new Judged(picture.view().figure(), made(appointment, outcome));
    }

    /** Takes noise, to see how fast it comes; keeps nothing. */
    @PostMapping(path = "/line", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseBody
    Took line(HttpServletRequest request) throws IOException {
        int taken = request.getInputStream().readNBytes(MOST_NOISE + 1).length;
        if (taken > MOST_NOISE) {
            throw new ResponseStatusException(HttpStatus.CONTENT_TOO_LARGE, "at most 128 KB of noise");
        }
        return new Took(taken);
    }

    /** The station check ahead of the day; its result is kept with the sitting. */
    @GetMapping("/sittings/{sitting}/station")
    String station(@RoomAccess.Own Appointment appointment, Model model) {
        long sitting = appointment.sitting().value();
        Sitting here = ledgers.open(appointment, clock.instant()).sitting();
        Paper paper = papers.text(appointment.paper()).paper();
        Stage.StationCheck check = paper.route().stream()
                .filter(Stage.StationCheck.class::isInstance)
                .map(Stage.StationCheck.class::cast)
                .findFirst()
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        if (!here.route().isUntouched()) {
            return "redirect:/sittings/" + sitting;
        }
        model.addAttribute("candidate", candidates.find(appointment.candidate()).orElseThrow());
        model.addAttribute("sitting", sitting);
        model.addAttribute("lines", StationCheckPage.lines(check));
        model.addAttribute("asks", true);
        model.addAttribute("data", room.json(appointment, clock.instant()));
        return "station-ahead";
    }

    @PostMapping(path = "/sittings/{sitting}/station", consumes = MediaType.APPLICATION_JSON_VALUE)
    @ResponseBody
    Answer checked(@RoomAccess.Own Appointment appointment, @RequestBody Map<String, Object> figures) {
        Act act = ActCodec.stationChecked(Map.of("figures", figures));
        Verdict verdict = ledgers.record(appointment, act, clock.instant()).verdict();
        return new Answer(PlainNames.name(verdict), verdict.isPermitted(), List.of());
    }

    private Stage here(Appointment appointment, Instant now, Class<? extends Stage> kind) {
        return ledgers.open(appointment, now)
                .sitting()
                .route()
                .stage()
                .filter(kind::isInstance)
                .orElseThrow(() -> new ResponseStatusException(
                        HttpStatus.CONFLICT, "the sitting is at another stage; load the page again"));
    }
}
