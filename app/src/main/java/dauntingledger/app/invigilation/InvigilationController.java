package dauntingledger.app.invigilation;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.room.Portraits;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.signin.Locks;
import dauntingledger.app.staff.Staff;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Verdict;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.util.function.BiFunction;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The door, and who calls from inside, as the invigilator sees them. For invigilators of the room; auditors read. */
@Controller
class InvigilationController {

    private final Places places;
    private final Floor floor;
    private final DoorList door;
    private final CallList calls;
    private final WatchList watch;
    private final Locks locks;
    private final Appointments appointments;
    private final Ledgers ledgers;
    private final Staff staff;
    private final Portraits portraits;
    private final Clock clock;

    InvigilationController(
            Places places,
            Floor floor,
            DoorList door,
            CallList calls,
            WatchList watch,
            Locks locks,
            Appointments appointments,
            Ledgers ledgers,
            Staff staff,
            Portraits portraits,
            Clock clock) {
        this.places = places;
        this.floor = floor;
        this.door = door;
        this.calls = calls;
        this.watch = watch;
        this.locks = locks;
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.staff = staff;
        this.portraits = portraits;
        this.clock = clock;
    }

    @GetMapping("/invigilation")
    String page(Principal principal, Model model) {
        lists(member(principal), model);
        model.addAttribute("boards", places.of(member(principal)));
        return "invigilation";
    }

    /** The list alone, for a page that keeps itself up to date. */
    @GetMapping("/invigilation/list")
    String list(Principal principal, Model model) {
        lists(member(principal), model);
        return "invigilation :: list";
    }

    private void lists(Staff.Member member, Model model) {
        Instant now = clock.instant();
        Floor.View view = floor.of(member, now);
        model.addAttribute("calls", calls.among(view.places()));
        model.addAttribute("waiting", door.among(view.places(), now));
        model.addAttribute("moved", watch.moved(view.places(), now));
        model.addAttribute("held", watch.held(view.places()));
        model.addAttribute("locked", watch.locked(view.places(), now));
        model.addAttribute("broken", view.broken());
    }

    /** Tells a candidate who calls that somebody has seen it, with a few words or none. */
    @Audited("call-answered")
    @PostMapping("/invigilation/{sitting}/answer")
    String answer(
            @PathVariable long sitting,
            @RequestParam(defaultValue = "") @Size(max = Act.HelpAnswered.MOST_WORDS) String words,
            Principal principal,
            RedirectAttributes redirected) {
        Appointment appointment = appointment(sitting, principal);
        Act answer = new Act.HelpAnswered(member(principal).name(), words.strip());
        return said(
                ledgers.record(appointment, answer, clock.instant()).verdict().isPermitted(), redirected);
    }

    /** @throws ResponseStatusException 404 for a sitting that is not there, or that this invigilator does not look after */
    private Appointment appointment(long sitting, Principal principal) {
        return appointments
                .find(new SittingId(sitting))
                .filter(found -> Floor.looksAfter(member(principal), found))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    /** Says on the list whether something was done; somebody may have been faster, or the candidate gone on. */
    private static String said(boolean done, RedirectAttributes redirected) {
        redirected.addFlashAttribute(SaidAfterForms.SAID, done ? "done" : "too-late");
        return "redirect:/invigilation";
    }

    @Audited("admitted")
    @PostMapping("/invigilation/{sitting}/admit")
    String admit(@PathVariable long sitting, Principal principal, RedirectAttributes redirected) {
        return said(act(sitting, principal, Act.LeaveGiven::new), redirected);
    }

    @Audited("report-resolved")
    @PostMapping("/invigilation/{sitting}/resolve")
    String resolve(@PathVariable long sitting, Principal principal, RedirectAttributes redirected) {
        return said(act(sitting, principal, Act.ReportResolved::new), redirected);
    }

    @Audited("station-excused")
    @PostMapping("/invigilation/{sitting}/excuse")
    String excuse(@PathVariable long sitting, Principal principal, RedirectAttributes redirected) {
        return said(act(sitting, principal, Act.StationExcused::new), redirected);
    }

    /** Lets a candidate sign in at once who has to wait because of wrong PINs. */
    @Audited("lock-lifted")
    @PostMapping("/invigilation/{sitting}/unlock")
    String unlock(@PathVariable long sitting, Principal principal, RedirectAttributes redirected) {
        return said(locks.lift(appointment(sitting, principal).candidate(), clock.instant()), redirected);
    }

    /** Admits everybody whom the invigilator's leave admits now. */
    @Audited("all-admitted")
    @PostMapping("/invigilation/admit-all")
    String admitAll(Principal principal, RedirectAttributes redirected) {
        Instant now = clock.instant();
        door.among(floor.of(member(principal), now).places(), now).stream()
                .filter(waiting -> waiting.needed() == DoorList.Need.ADMIT)
                .forEach(waiting -> act(waiting.sitting(), principal, Act.LeaveGiven::new));
        return said(true, redirected);
    }

    @Audited("portrait-shown")
    @GetMapping(path = "/invigilation/{sitting}/portrait.png")
    ResponseEntity<byte[]> portrait(@PathVariable long sitting, Principal principal) {
        return portraits
                .of(appointment(sitting, principal).sitting())
                .map(png -> ResponseEntity.ok().contentType(MediaType.IMAGE_PNG).body(png))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    /** Does something at the stage where the candidate is, and returns whether that was still permitted. */
    private boolean act(long sitting, Principal principal, BiFunction<StageId, String, Act> act) {
        Appointment appointment = appointment(sitting, principal);
        Instant now = clock.instant();
        String person = member(principal).name();
        return ledgers.open(appointment, now)
                .sitting()
                .route()
                .stage()
                .map(stage -> ledgers.record(appointment, act.apply(stage.id(), person), now)
                        .verdict())
                .filter(Verdict::isPermitted)
                .isPresent();
    }

    private Staff.Member member(Principal principal) {
        return staff.member(principal.getName()).orElseThrow();
    }
}
