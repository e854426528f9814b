package dauntingledger.app.invigilation;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.Standings;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.room.Portraits;
import dauntingledger.app.room.TimeStrips;
import dauntingledger.app.room.WatchPictures;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.words.Privileges;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.exam.Supervisor;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Arrival;
import dauntingledger.rulebook.sitting.Clock;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.Message;
import dauntingledger.rulebook.sitting.Position;
import dauntingledger.rulebook.sitting.Sitting;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;

/** The story of one sitting, as who is in charge of the room may know it: all but what was answered. */
@Component
class Stories {

    private static final int MOST_PICTURES = 8;

    private final Ledgers ledgers;
    private final Papers papers;
    private final Candidates candidates;
    private final Portraits portraits;
    private final WatchPictures pictures;
    private final Privileges privileges;
    private final TimeStrips strips;
    private final RoomLog log;
    private final Words words;
    private final WallClock wall;

    Stories(
            Ledgers ledgers,
            Papers papers,
            Candidates candidates,
            Portraits portraits,
            WatchPictures pictures,
            Privileges privileges,
            TimeStrips strips,
            RoomLog log,
            Words words,
            WallClock wall) {
        this.ledgers = ledgers;
        this.papers = papers;
        this.candidates = candidates;
        this.portraits = portraits;
        this.pictures = pictures;
        this.privileges = privileges;
        this.strips = strips;
        this.log = log;
        this.words = words;
        this.wall = wall;
    }

    /**
     * A story.
     *
     * @param portrait whether a picture was taken at the door
     * @param station what the last check of the computer showed, a line each
     * @param pictures what the camera showed last
     * @param granted the accommodations in words
     * @param clocks what runs, with what is left
     * @param lines what happened, the first first
     * @param outages silences of the seat, with what they took
     * @param held how many entries wait for a decision
     * @param refused how many entries the rules turned down
     */
    record Story(
            long sitting,
            Candidate candidate,
            String chair,
            String state,
            boolean portrait,
            Optional<Supervisor> supervisor,
            List<String> station,
            List<Seen> pictures,
            List<String> granted,
            List<Leg> legs,
            List<Running> clocks,
            List<Line> lines,
            List<Told> messages,
            List<Lost> outages,
            int held,
            int refused,
            boolean over,
            TimeStrips.Strip strip) {}

    /** @param view what the picture shows, as the rulebook names it */
    record Seen(long id, String time, String view) {}

    record Leg(String title, String state, String from, String to) {}

    record Running(String title, String left, String until) {}

    record Line(String time, String text) {}

    record Told(String time, String words, String read) {}

    record Lost(String from, String to, String length, String took) {}

    Story of(Appointment appointment, Instant now) {
        Ledgers.Opened opened = ledgers.open(appointment, now);
        Sitting sitting = opened.sitting();
        Paper paper = appointment.personal(papers.text(appointment.paper()).paper(), words.say("break.extra"));
        return new Story(
                appointment.sitting().value(),
                candidates.find(appointment.candidate()).orElseThrow(),
                appointment.chair(),
                PlainNames.name(sitting.route().progress()),
                portraits.of(appointment.sitting()).isPresent(),
                appointment.terms().supervisor(),
                station(sitting.arrival()),
                pictures.of(appointment.sitting(), MOST_PICTURES).stream()
                        .map(taken -> new Seen(taken.id(), wall.time(taken.at()), PlainNames.name(taken.view())))
                        .toList(),
                privileges.of(paper, appointment.terms()),
                legs(sitting, paper),
                sitting.clocks().all().stream().map(this::running).toList(),
                opened.entries().stream()
                        .filter(entry -> Standings.isLogged(entry.act()) || entry.act() instanceof Act.SeatTaken)
                        .map(this::line)
                        .toList(),
                sitting.messages().stream().map(this::told).toList(),
                ledgers.outages(appointment, now).stream().map(this::lost).toList(),
                opened.waiting(),
                sitting.refusals().size(),
                sitting.route().position() instanceof Position.Over,
                strips.of(
                        ledgers.timeline(appointment, now),
                        paper,
                        sitting.route().records()));
    }

    private List<String> station(Arrival arrival) {
        return arrival.station().entrySet().stream()
                .sorted(Map.Entry.comparingByKey())
                .map(measured -> {
                    String line = PlainNames.name(measured.getKey());
                    return words.say(
                            "board.story.station.line",
                            words.say("station." + line),
                            words.say("room.station."
                                    + (measured.getKey().passes(measured.getValue()) ? "passed" : "attention")),
                            words.say(
                                    "room.station.figures." + line,
                                    measured.getValue().toArray()));
                })
                .toList();
    }

    private Line line(Entry entry) {
        return new Line(wall.time(entry.at()), log.text(entry, words.say("board.story.here")));
    }

    private List<Leg> legs(Sitting sitting, Paper paper) {
        return IntStream.range(0, paper.route().size())
                .filter(stage -> paper.route().get(stage) instanceof Stage.Block
                        || paper.route().get(stage) instanceof Stage.Break)
                .mapToObj(stage -> leg(sitting, paper, stage))
                .toList();
    }

    private Leg leg(Sitting sitting, Paper paper, int stage) {
        String title = paper.route().get(stage).title();
        boolean open = sitting.route().position() instanceof Position.At at && at.stage() == stage;
        return sitting.route()
                .record(stage)
                .map(record -> new Leg(
                        title,
                        open ? "open" : "ended",
                        wall.time(record.openedAt()),
                        open ? "" : wall.time(record.endedAt())))
                .orElseGet(() -> new Leg(title, "ahead", "", ""));
    }

    private Running running(Clock clock) {
        String title =
                clock.title().isEmpty() ? words.say("board.clock." + PlainNames.name(clock.kind())) : clock.title();
        return new Running(
                title,
                WallClock.span(clock.left()),
                clock.deadline().map(wall::time).orElse(words.say("board.clock.stands")));
    }

    private Told told(Message message) {
        return new Told(
                wall.time(message.sentAt()),
                message.words(),
                message.readAt().map(wall::time).orElse(""));
    }

    private Lost lost(Ledgers.Outage outage) {
        return new Lost(
                wall.time(outage.silence().fromInclusive()),
                wall.time(outage.silence().toExclusive()),
                WallClock.span(outage.silence().length()),
                outage.lost().values().stream()
                        .max(Duration::compareTo)
                        .map(WallClock::span)
                        .orElse(""));
    }
}
