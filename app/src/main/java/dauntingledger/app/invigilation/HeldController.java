package dauntingledger.app.invigilation;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.staff.Role;
import dauntingledger.app.staff.Staff;
import dauntingledger.app.words.WallClock;
import dauntingledger.rulebook.plain.ActCodec;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Actor;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import dauntingledger.rulebook.sitting.Held;
import dauntingledger.rulebook.sitting.Refusal;
import dauntingledger.rulebook.sitting.Sitting;
import java.security.Principal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The entries of a sitting that do not count by themselves, and what a person decides. For invigilators and the office. */
@Controller
class HeldController {

    private final Floor floor;
    private final Appointments appointments;
    private final Ledgers ledgers;
    private final Staff staff;
    private final WallClock wall;
    private final Clock clock;

    HeldController(Floor floor, Appointments appointments, Ledgers ledgers, Staff staff, WallClock wall, Clock clock) {
        this.floor = floor;
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.staff = staff;
        this.wall = wall;
        this.clock = clock;
    }

    /**
     * An entry that is held, with its evidence. What was answered is not shown.
     *
     * @param kind what was done, as the ending of a message key
     * @param question the number of the question it is about, or 0
     * @param claimed when the browser says it was done
     * @param heard when the candidate had been heard before it came, or empty
     * @param silence how long nothing had been heard by then, or empty
     * @param reason why it is held, as the ending of a message key
     * @param decision {@code waits}, {@code counts} or {@code does-not-count}
     * @param person who decided, or empty
     * @param refused why the rules do not let it count all the same, as the ending of a message key; or empty
     */
    record Row(
            String id,
            String kind,
            int question,
            String claimed,
            String heard,
            String silence,
            String received,
            String reason,
            String decision,
            String person,
            String refused) {}

    @GetMapping({"/invigilation/{sitting}/held", "/office/{sitting}/held"})
    String page(@PathVariable long sitting, Principal principal, Model model) {
        Staff.Member member = staff.member(principal.getName()).orElseThrow();
        Appointment appointment = find(sitting, member);
        Ledgers.Opened opened = ledgers.open(appointment, clock.instant());
        model.addAttribute("sitting", sitting);
        model.addAttribute("candidate", floor.candidate(appointment));
        model.addAttribute("exam", opened.sitting().paper().title());
        model.addAttribute("base", base(member));
        model.addAttribute(
                "grace",
                WallClock.span(opened.sitting().paper().lateAcceptance().grace()));
        model.addAttribute(
                "accepted",
                WallClock.span(opened.sitting().paper().lateAcceptance().carried()));
        model.addAttribute(
                "rows",
                opened.held().stream().map(held -> row(held, opened.sitting())).toList());
        return "held";
    }

    @Audited("held-entry-decided")
    @PostMapping({"/invigilation/{sitting}/held/{entry}", "/office/{sitting}/held/{entry}"})
    String decide(
            @PathVariable long sitting,
            @PathVariable String entry,
            @RequestParam boolean counts,
            Principal principal,
            RedirectAttributes redirected) {
        Staff.Member member = staff.member(principal.getName()).orElseThrow();
        Appointment appointment = find(sitting, member);
        boolean done = decide(appointment, id(entry), counts, member);
        redirected.addFlashAttribute(SaidAfterForms.SAID, done ? said(counts) : "not-needed");
        return "redirect:" + base(member) + "/" + sitting + "/held";
    }

    /** Decides about all that wait in a sitting at once. */
    @Audited("held-entries-decided")
    @PostMapping({"/invigilation/{sitting}/held", "/office/{sitting}/held"})
    String decideAll(
            @PathVariable long sitting,
            @RequestParam boolean counts,
            Principal principal,
            RedirectAttributes redirected) {
        Staff.Member member = staff.member(principal.getName()).orElseThrow();
        Appointment appointment = find(sitting, member);
        ledgers.open(appointment, clock.instant()).held().stream()
                .filter(Held::waits)
                .forEach(held -> decide(appointment, held.entry().id(), counts, member));
        redirected.addFlashAttribute(SaidAfterForms.SAID, said(counts));
        return "redirect:" + base(member) + "/" + sitting + "/held";
    }

    private static String said(boolean counts) {
        return counts ? "counts" : "does-not-count";
    }

    private boolean decide(Appointment appointment, EntryId entry, boolean counts, Staff.Member member) {
        Actor actor = member.role() == Role.OFFICE ? Actor.OFFICE : Actor.INVIGILATOR;
        Act decided = new Act.HeldDecided(entry, counts, member.name(), actor);
        return ledgers.record(appointment, decided, clock.instant()).verdict().isPermitted();
    }

    private static String base(Staff.Member member) {
        return member.role() == Role.OFFICE ? "/office" : "/invigilation";
    }

    private static EntryId id(String entry) {
        try {
            return new EntryId(entry);
        } catch (IllegalArgumentException e) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND, "there is no such entry", e);
        }
    }

    private Appointment find(long sitting, Staff.Member member) {
        return appointments
                .find(new SittingId(sitting))
                .filter(found -> Floor.looksAfter(member, found))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    private Row row(Held held, Sitting sitting) {
        Entry entry = held.entry();
        Optional<Instant> heard = entry.heard();
        return new Row(
                entry.id().value(),
                ActCodec.kind(entry.act()),
                entry.act() instanceof Act.OnItem onItem
                        ? sitting.paper().numbers().getOrDefault(onItem.item(), 0)
                        : 0,
                wall.time(entry.at()),
                heard.map(wall::time).orElse(""),
                heard.map(then -> WallClock.span(Duration.between(then, entry.receivedAt())))
                        .orElse(""),
                wall.time(entry.receivedAt()),
                PlainNames.name(held.reason()),
                held.waits() ? "waits" : held.counts() ? "counts" : "does-not-count",
                held.decision().map(Act.HeldDecided::person).orElse(""),
                sitting.refusals().stream()
                        .filter(refusal -> refusal.entry().equals(entry.id()))
                        .map(Refusal::verdict)
                        .map(PlainNames::name)
                        .findFirst()
                        .orElse(""));
    }
}
