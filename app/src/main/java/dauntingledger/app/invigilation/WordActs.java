package dauntingledger.app.invigilation;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.uploads.Document;
import dauntingledger.rulebook.sitting.Act;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** What the invigilator says and writes down. For invigilators of the room. */
@RestController
class WordActs {

    private final Deeds deeds;
    private final Boards boards;
    private final Incidents incidents;
    private final Clock clock;

    WordActs(Deeds deeds, Boards boards, Incidents incidents, Clock clock) {
        this.deeds = deeds;
        this.boards = boards;
        this.incidents = incidents;
        this.clock = clock;
    }

    @Audited("message-sent")
    @PostMapping("/invigilation/boards/{exam}/{room}/message")
    Deeds.Done message(Chosen chosen, @RequestParam(name = "words", defaultValue = "") String told) {
        String text = deeds.required(told, Act.MessageSent.MOST_WORDS, "message");
        return deeds.to(chosen, "message", new Act.MessageSent(UUID.randomUUID().toString(), text, chosen.by("")));
    }

    /** Answers calls: that they were seen, with words or without. */
    @Audited("call-answered")
    @PostMapping("/invigilation/boards/{exam}/{room}/answer")
    Deeds.Done answer(Chosen chosen, @RequestParam(name = "words", defaultValue = "") String told) {
        deeds.theOne(chosen);
        String text = deeds.bounded(told, Act.HelpAnswered.MOST_WORDS);
        return deeds.to(chosen, "answer", new Act.HelpAnswered(chosen.member().name(), text));
    }

    /**
     * Notes what has happened: in the room, or to those who are chosen.
     *
     * @param ago how many minutes ago
     */
    @Audited("incident-noted")
    @PostMapping("/invigilation/boards/{exam}/{room}/incident")
    Deeds.Done incident(
            Chosen chosen,
            @RequestParam(name = "words", defaultValue = "") String told,
            @RequestParam(defaultValue = "0") int ago,
            @RequestParam Optional<MultipartFile> file)
            throws IOException {
        String text = deeds.required(told, Incidents.MOST_WORDS, "incident");
        if (ago < 0 || ago > Duration.ofDays(1).toMinutes()) {
            throw deeds.wrong("ago");
        }
        Optional<Incidents.Attached> attached = attached(file);
        Instant happened = clock.instant().minus(Duration.ofMinutes(ago));
        String person = chosen.member().name();
        Stream<Optional<Appointment>> about = chosen.whole()
                ? Stream.of(Optional.empty())
                : chosen.sittings().stream().map(Optional::of);
        about.forEach(one -> incidents.note(chosen.place(), one, happened, text, person, attached));
        boards.logged(chosen.place().key());
        return deeds.said("incident");
    }

    private Optional<Incidents.Attached> attached(Optional<MultipartFile> file) throws IOException {
        if (file.filter(sent -> !sent.isEmpty()).isEmpty()) {
            return Optional.empty();
        }
        MultipartFile sent = file.get();
        if (sent.getSize() > Document.MOST_BYTES) {
            throw deeds.wrong("file");
        }
        Document read = Document.read(sent.getBytes()).orElseThrow(() -> deeds.wrong("file"));
        return Optional.of(new Incidents.Attached(
                Optional.ofNullable(sent.getOriginalFilename()).orElse(""), read));
    }
}
