package dauntingledger.app.room;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.PaperText.Part;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.papers.Papers.Medium;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.plain.EntryCodec;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.Verdict;
import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.server.ResponseStatusException;

/**
 * Recordings that can be played so and so often. For the sitting's own candidate, in the browser that has its seat, while
 * the question may be answered.
 */
@Controller
class RecordingsController {

    /** Tells the room's script of the entry that the server has made. */
    private static final String ENTRY = "Ledger-Entry";

    private final Ledgers ledgers;
    private final Papers papers;
    private final Recordings recordings;
    private final Clock clock;

    RecordingsController(Ledgers ledgers, Papers papers, Recordings recordings, Clock clock) {
        this.ledgers = ledgers;
        this.papers = papers;
        this.recordings = recordings;
        this.clock = clock;
    }

    /** What is needed to fetch one play: in how many parts it comes. */
    record Issued(String ticket, String type, int parts) {}

    @PostMapping("/sittings/{sitting}/plays/{item}/{response}")
    @ResponseBody
    Issued issue(@RoomAccess.New RoomAccess.Inside inside, @PathVariable String item, @PathVariable String response) {
        Act.Played played = played(item, response);
        Verdict verdict = inside.sitting().permits(played, inside.sitting().now());
        OptionalInt left = verdict.isPermitted()
                ? inside.sitting().questions().get(played.item()).playsLeft(played.response())
                : OptionalInt.empty();
        if (left.isEmpty()) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND, "there is nothing to be played");
        }
        Medium medium = medium(inside, played);
        String ticket = recordings
                .issue(
                        new Recordings.Play(
                                inside.appointment().sitting(), played.item(), played.response(), left.getAsInt()),
                        medium)
                .orElseThrow(() -> new ResponseStatusException(
                        HttpStatus.CONFLICT, "this play was fetched too often; call the invigilator"));
        Recordings.Ticket issued =
                recordings.find(ticket, inside.appointment().sitting()).orElseThrow();
        return new Issued(ticket, issued.type(), issued.parts());
    }

    /** Gives a part of a recording; with the last one the play counts, and the server writes it down. */
    @GetMapping("/sittings/{sitting}/plays/{ticket}/parts/{part}")
    ResponseEntity<byte[]> part(RoomAccess.Inside inside, @PathVariable String ticket, @PathVariable int part) {
        Recordings.Ticket found = recordings
                .find(ticket, inside.appointment().sitting())
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        synchronized (found) {
            if (!found.gives(part)) {
                throw new ResponseStatusException(HttpStatus.CONFLICT, "this part was given already, or is not due");
            }
            if (found.isCompletedBy(part)) {
                found.counted(count(inside, found.play()));
            }
            return ResponseEntity.ok()
                    .contentType(MediaType.parseMediaType(found.type()))
                    .cacheControl(CacheControl.noStore())
                    .header(ENTRY, part == found.parts() - 1 ? found.counted() : "")
                    .body(found.give(part));
        }
    }

    /** Returns the entry that counts a play, as JSON. */
    private String count(RoomAccess.Inside inside, Recordings.Play play) {
        Instant now = clock.instant();
        boolean stillDue = ledgers.open(inside.appointment(), now)
                .sitting()
                .questions()
                .get(play.item())
                .playsLeft(play.response())
                .equals(OptionalInt.of(play.left()));
        Act played = new Act.Played(play.item(), play.response());
        return Optional.of(inside.appointment())
                .filter(appointment -> stillDue)
                .map(appointment -> ledgers.record(appointment, played, now))
                .filter(outcome -> outcome.verdict().isPermitted())
                .map(outcome -> CanonicalJson.write(EntryCodec.toPlain(Entry.made(outcome.entry(), now, played))))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.CONFLICT, "this cannot be played any more"));
    }

    private Medium medium(RoomAccess.Inside inside, Act.Played played) {
        PaperText text = papers.text(inside.appointment().paper(), RoomController.language(inside.sitting()));
        PaperText.ItemText words = requireNonNull(text.items().get(played.item()));
        return words.parts().stream()
                .filter(part -> part instanceof Part.Playing playing
                        && playing.response().equals(played.response()))
                .map(part -> words.media().get(number(((Part.Playing) part).medium())))
                .findFirst()
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    /** Returns the number of a medium among those of its question: the end of its name. */
    static int number(String medium) {
        return Integer.parseInt(medium.substring(medium.lastIndexOf('/') + 1));
    }

    private static Act.Played played(String item, String response) {
        try {
            return new Act.Played(new ItemId(item), new ResponseId(response));
        } catch (IllegalArgumentException e) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND, "there is nothing to be played", e);
        }
    }
}
