package dauntingledger.app.invigilation;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.ledger.Standings;
import dauntingledger.app.room.WatchPictures;
import dauntingledger.app.staff.Role;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.exam.RoomPlan;
import java.security.Principal;
import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;
import tools.jackson.databind.json.JsonMapper;

/** The board of a place, to be looked at. For invigilators of the room; auditors read. */
@Controller
class BoardController {

    private static final int LOG_LINES = 60;
    private static final List<Locale> LANGUAGES = List.of(Locale.ENGLISH, Locale.GERMAN);
    private static final List<String> READY = List.of("all-in", "quiet", "coming", "ten", "stay", "go-on");

    private final Places places;
    private final Boards boards;
    private final Standings standings;
    private final RoomLog log;
    private final Incidents incidents;
    private final Stories stories;
    private final WatchPictures pictures;
    private final RoomReport report;
    private final Words words;
    private final WallClock wall;
    private final JsonMapper json;
    private final Clock clock;

    BoardController(
            Places places,
            Boards boards,
            Standings standings,
            RoomLog log,
            Incidents incidents,
            Stories stories,
            WatchPictures pictures,
            RoomReport report,
            Words words,
            WallClock wall,
            JsonMapper json,
            Clock clock) {
        this.places = places;
        this.boards = boards;
        this.standings = standings;
        this.log = log;
        this.incidents = incidents;
        this.stories = stories;
        this.pictures = pictures;
        this.report = report;
        this.words = words;
        this.wall = wall;
        this.json = json;
        this.clock = clock;
    }

    @GetMapping("/invigilation/boards/{exam}/{room}")
    String page(Place place, Principal principal, Model model) {
        boolean acts = acts(principal);
        log(place, model);
        model.addAttribute("acts", acts);
        model.addAttribute(
                "languages",
                LANGUAGES.stream()
                        .map(language -> new Ready(
                                language,
                                READY.stream()
                                        .map(key -> words.say(language, "board.ready." + key))
                                        .toList()))
                        .toList());
        model.addAttribute("data", data(place, acts));
        return "invigilation/board";
    }

    private boolean acts(Principal principal) {
        return places.member(principal).role() == Role.INVIGILATOR;
    }

    /** Words that are ready to be sent, in the language of those who are to read them and not of who sends them. */
    record Ready(Locale language, List<String> words) {}

    /** What stays the same while the page is open. */
    private String data(Place place, boolean acts) {
        Map<String, Object> data = new LinkedHashMap<>();
        data.put("address", place.address());
        data.put("now", clock.millis());
        data.put("zone", wall.zone().getId());
        data.put("locale", LocaleContextHolder.getLocale().toLanguageTag());
        data.put("acts", acts);
        data.put("code", acts ? place.exam().code(place.roomId()) : "");
        data.put("reentry", place.exam().reentry());
        data.put("words", words.beginningWith("board."));
        place.room().ifPresent(room -> data.put("plan", plan(room.plan())));
        return json.writeValueAsString(data).replace("<", "\\u003c");
    }

    private static Map<String, Object> plan(RoomPlan plan) {
        return Map.of(
                "rows", plan.rows(),
                "columns", plan.columns(),
                "chairs", plan.chairs().stream().map(Object::toString).toList());
    }

    /** What each sitting is called in the log: its seat, or the candidate's number where there is none. */
    private static Map<SittingId, String> names(List<Standings.Placed> placed) {
        return placed.stream()
                .map(Standings.Placed::appointment)
                .collect(Collectors.toMap(
                        Appointment::sitting,
                        appointment -> appointment.chair().isEmpty() ? appointment.candidate() : appointment.chair()));
    }

    @GetMapping(path = "/invigilation/boards/{exam}/{room}/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter events(Place place, Principal principal) {
        return boards.open(place, () -> places.looksAfter(principal.getName(), place));
    }

    @GetMapping("/invigilation/boards/{exam}/{room}/log")
    String log(Place place, Model model) {
        Map<SittingId, String> names = names(standings.of(place.exam().id(), place.roomId()));
        model.addAttribute("place", place);
        model.addAttribute("log", log.of(place, names, LOG_LINES));
        return "invigilation/board :: log";
    }

    /** What has become of one sitting; never what was answered. */
    @Audited("place-opened")
    @GetMapping("/invigilation/boards/{exam}/{room}/places/{sitting}")
    String story(Place place, @PathVariable long sitting, Principal principal, Model model) {
        model.addAttribute("place", place);
        model.addAttribute("story", stories.of(places.sitting(place, sitting), clock.instant()));
        model.addAttribute("acts", acts(principal));
        return "invigilation/story :: story";
    }

    /** What the camera showed of somebody who sits alone. */
    @Audited("picture-shown")
    @GetMapping("/invigilation/boards/{exam}/{room}/places/{sitting}/pictures/{picture}")
    ResponseEntity<byte[]> picture(Place place, @PathVariable long sitting, @PathVariable long picture) {
        return pictures.picture(places.sitting(place, sitting).sitting(), picture)
                .map(jpeg ->
                        ResponseEntity.ok().contentType(MediaType.IMAGE_JPEG).body(jpeg))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    /** What was attached to an incident. */
    @Audited("incident-papers-opened")
    @GetMapping("/invigilation/boards/{exam}/{room}/incidents/{incident}")
    ResponseEntity<byte[]> attachment(Place place, @PathVariable long incident) {
        return incidents
                .attachment(place, incident)
                .map(file -> ResponseEntity.ok()
                        .contentType(MediaType.parseMediaType(file.type()))
                        .header(
                                HttpHeaders.CONTENT_DISPOSITION,
                                ContentDisposition.attachment()
                                        .filename("incident-" + incident
                                                + (file.type().endsWith("pdf") ? ".pdf" : ".jpg"))
                                        .build()
                                        .toString())
                        .body(file.bytes()))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    /** The room's day on paper: attendance, late arrivals, breaks, outages, grants with reasons, incidents. */
    @Audited("room-report-printed")
    @GetMapping("/invigilation/boards/{exam}/{room}/report.pdf")
    ResponseEntity<byte[]> report(Place place, Principal principal) {
        byte[] pdf = report.of(
                place,
                standings.of(place.exam().id(), place.roomId()).stream()
                        .map(Standings.Placed::appointment)
                        .toList(),
                places.member(principal).name(),
                clock.instant());
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.inline()
                                .filename("report.pdf")
                                .build()
                                .toString())
                .body(pdf);
    }
}
