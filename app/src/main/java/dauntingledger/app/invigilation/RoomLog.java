package dauntingledger.app.invigilation;

import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.ledger.Standings;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.plain.ActCodec;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.By;
import dauntingledger.rulebook.sitting.Entry;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** The log of a room in words: what was done there and by whom, from the lines of the ledgers and the incidents. */
@Component
class RoomLog {

    private final Standings standings;
    private final Incidents incidents;
    private final Words words;
    private final WallClock wall;

    RoomLog(Standings standings, Incidents incidents, Words words, WallClock wall) {
        this.standings = standings;
        this.incidents = incidents;
        this.words = words;
        this.wall = wall;
    }

    /**
     * A line of the log.
     *
     * @param incident the number of the incident whose papers can be opened; 0 for none
     */
    record Line(Instant at, String time, String text, long incident) {}

    /** @param whose what each sitting is called: its seat, or the name of who has none */
    List<Line> of(Place place, Map<SittingId, String> whose, int most) {
        Stream<Line> noted = standings.log(place.key().exam(), place.roomId(), most).stream()
                .filter(one -> !(one.entry().act() instanceof Act.IncidentNoted))
                .map(one -> line(one, whose.getOrDefault(one.sitting(), "")));
        Stream<Line> happened = incidents.of(place).stream()
                .map(one -> new Line(
                        one.happenedAt(),
                        wall.minute(one.happenedAt()),
                        incident(one, one.sitting().map(whose::get)),
                        one.attachment().isEmpty() ? 0 : one.id()));
        return Stream.concat(noted, happened)
                .sorted(Comparator.comparing(Line::at).reversed())
                .limit(most)
                .toList();
    }

    private Line line(Standings.Logged noted, String who) {
        Entry entry = noted.entry();
        return new Line(entry.at(), wall.minute(entry.at()), text(entry, who), 0);
    }

    /** Returns what an entry says of somebody. */
    String text(Entry entry, String who) {
        return switch (entry.act()) {
            case Act.HeardAgain again ->
                words.say("board.log.heard-again", who, WallClock.span(Duration.between(again.since(), entry.at())));
            case Act.WindowLeft left ->
                words.say("board.log.window-left", who, WallClock.span(Duration.between(left.since(), entry.at())));
            case Act.CameraSaw saw ->
                words.say("board.log.camera-saw", who, words.say("board.camera." + PlainNames.name(saw.view())));
            case Act.WarningRead read -> words.say("board.log.warning-read", who, read.warning());
            case Act.TimeGranted granted -> by("time-granted", who, granted.by(), WallClock.span(granted.extra()));
            case Act.BreakGiven given -> by("break-given", who, given.by(), WallClock.span(given.longest()));
            case Act.Paused paused
            when entry.at().isBefore(entry.receivedAt()) -> by("paused-as-of", who, paused.by(), wall.time(entry.at()));
            case Act.Paused paused -> by("paused", who, paused.by(), "");
            case Act.Resumed resumed -> by("resumed", who, resumed.by(), "");
            case Act.MessageSent sent ->
                words.say("board.log.message-sent", who, sent.by().person(), sent.words());
            case Act.SittingEnded ended -> by("sitting-ended", who, ended.by(), "");
            case Act.PlaceChanged changed -> by("place-changed", who, changed.by(), changed.chair());
            case Act.HelpCalled called ->
                with(
                        called.note(),
                        words.say(
                                "board.log.help-called",
                                who,
                                words.say("help.reason." + PlainNames.name(called.reason()))));
            case Act.HelpAnswered answered ->
                with(answered.words(), words.say("board.log.help-answered", who, answered.person()));
            case Act.ByPerson decision -> words.say("board.log." + ActCodec.kind(decision), who, decision.person());
            case Act.HeldDecided decided ->
                words.say("board.log.held-decided", who, decided.person(), decided.counts() ? 1 : 0);
            default -> words.say("board.log." + ActCodec.kind(entry.act()), who);
        };
    }

    /** Returns an incident in words, with whom it is about. */
    String incident(Incidents.Incident incident, Optional<String> about) {
        return words.say(
                about.isPresent() ? "board.log.incident-about" : "board.log.incident",
                incident.person(),
                about.orElse(""),
                incident.words());
    }

    /** What somebody did, with the reason where there is one. */
    private String by(String kind, String who, By by, String what) {
        return with(by.reason(), words.say("board.log." + kind, who, by.person(), what));
    }

    private String with(String quoted, String said) {
        return quoted.isEmpty() ? said : words.say("board.log.reason", said, quoted);
    }
}
