package dauntingledger.rulebook.testing;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.picture.PictureView;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Actor;
import dauntingledger.rulebook.sitting.By;
import dauntingledger.rulebook.sitting.Clock;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import dauntingledger.rulebook.sitting.Held;
import dauntingledger.rulebook.sitting.Ledger;
import dauntingledger.rulebook.sitting.Position;
import dauntingledger.rulebook.sitting.Silence;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.StageRecord;
import dauntingledger.rulebook.sitting.Subset;
import dauntingledger.rulebook.sitting.Verdict;
import dauntingledger.rulebook.sitting.Walk;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;

/** Plays one row of a table of worked timelines; the table says how rows are written. */
public final class Timelines {

    private final Ledger ledger;
    private int made;

    public Timelines(Ledger ledger) {
        this.ledger = ledger;
    }

    /** A row: what it shows, of which paper, and its steps. */
    public record Row(String name, String paper, List<String> steps) {
        public static Row parse(String line) {
            String[] parts = line.split("\\|");
            return new Row(
                    parts[0].strip(),
                    parts[1].strip(),
                    Arrays.stream(parts[2].split(";")).map(String::strip).toList());
        }
    }

    public void go(Row row) {
        for (String step : row.steps()) {
            String[] words = step.split(" ", 2);
            String[] times = words[0].split("<");
            Instant at = instant(times[0]);
            if (words[1].startsWith("? ")) {
                String[] sides = (words[1].substring(2) + " ").split(" = ", 2);
                assertThat(answer(sides[0].strip(), at)).as(step).isEqualTo(sides[1].strip());
            } else {
                Instant received = times.length > 1 ? instant(times[1]) : at;
                long heard = times.length > 2 ? instant(times[2]).toEpochMilli() : Entry.UNHEARD;
                boolean held = words[1].startsWith("held ");
                Entry entry = new Entry(
                        new EntryId("e" + ++made),
                        at.toEpochMilli(),
                        received.toEpochMilli(),
                        heard,
                        Optional.empty(),
                        act(held ? words[1].substring(5) : words[1]));
                assertThat(ledger.enter(entry))
                        .as(step)
                        .isEqualTo(held ? Verdict.HELD_FOR_DECISION : Verdict.PERMITTED);
            }
        }
    }

    private String answer(String question, Instant at) {
        String[] words = question.split(" ", 2);
        String about = words.length > 1 ? words[1] : "";
        Sitting sitting = ledger.sittingAt(at);
        return switch (words[0]) {
            case "may" -> sitting.permits(act(about), at).toString();
            case "stage" -> place(sitting);
            case "left" ->
                clock(sitting, about).map(clock -> span(clock.left())).orElse("none");
            case "bites" -> sitting.clocks().tightest().map(Timelines::name).orElse("none");
            case "status" -> sitting.questions().get(new ItemId(about)).status().toString();
            case "seal" -> sitting.questions().get(new ItemId(about)).seal().toString();
            case "spent" -> span(sitting.questions().get(new ItemId(about)).spent());
            case "elsewhere" -> span(sitting.questions().spentElsewhere(index(sitting, about)));
            case "next" ->
                sitting.questions().after(new ItemId(about)).map(ItemId::value).orElse("none");
            case "back" ->
                sitting.questions().before(new ItemId(about)).map(ItemId::value).orElse("none");
            case "walk" -> sitting.questions().walk().map(Timelines::items).orElse("none");
            case "breaks" ->
                sitting.breaks().map(breaks -> String.valueOf(breaks.taken())).orElse("none");
            case "ended" -> ended(sitting.route().record(index(sitting, about)).orElseThrow());
            case "warned" ->
                sitting.clocks().warnings().stream()
                        .map(warning -> warning.box().map(BoxId::value).orElse("room") + "@" + since(warning.at()))
                        .collect(Collectors.joining(" "));
            case "lost" -> lost(about);
            case "pausable" -> since(ledger.pausableFrom(instant(about), at));
            case "paused" -> String.valueOf(sitting.isPaused());
            case "warning" ->
                String.valueOf(sitting.absences()
                        .unread(sitting.paper().rules().watch().orElseThrow()));
            case "absences" ->
                sitting.absences().counted() + "/" + sitting.absences().times() + " "
                        + span(sitting.absences().together());
            case "seen" ->
                sitting.seen()
                        .map(saw -> saw.view() + " since " + since(saw.since()))
                        .orElse("nothing");
            case "unread" ->
                String.valueOf(sitting.messages().stream()
                        .filter(message -> message.readAt().isEmpty())
                        .count());
            case "value" -> sitting.questions().get(new ItemId(about)).label();
            case "presence" -> sitting.presence().toString();
            case "held" ->
                String.valueOf(ledger.held().stream().filter(Held::waits).count());
            case "refused" -> String.valueOf(sitting.refusals().size());
            case "silences" ->
                ledger.silences().stream()
                        .map(silence -> since(silence.fromInclusive()) + "-" + since(silence.toExclusive()))
                        .collect(Collectors.joining(" "));
            default -> throw new IllegalArgumentException("nobody can answer '" + question + "'");
        };
    }

    private static Act act(String text) {
        String[] words = text.split(" ");
        return switch (words[0]) {
            case "open" -> new Act.StageOpened(new StageId(words[1]));
            case "leave" -> new Act.StageLeft(new StageId(words[1]));
            case "close" -> new Act.BlockClosed(new StageId(words[1]));
            case "handin" -> new Act.HandedIn();
            case "look" -> new Act.QuestionOpened(new ItemId(words[1]));
            case "end" -> new Act.EndSeen(new ItemId(words[1]));
            case "choose" -> Desk.choosing(words[1], Arrays.copyOfRange(words, 2, words.length));
            case "type" -> new Act.Answered(new ItemId(words[1]), SamplePapers.R1, Value.typed(words[2]));
            case "enter" -> new Act.AnswerEntered(new ItemId(words[1]));
            case "check" -> new Act.Checked(new ItemId(words[1]));
            case "erase" -> new Act.Erased(new ItemId(words[1]));
            case "mark" -> new Act.Marked(new ItemId(words[1]));
            case "review" -> new Act.ReviewOpened();
            case "walk" -> new Act.WalkBegun(Subset.valueOf(words[1]));
            case "break" -> new Act.BreakBegun();
            case "back" -> new Act.BreakEnded();
            case "signin" -> new Act.SignedInAgain();
            case "pause" -> new Act.Paused(By.NOBODY, "");
            case "rest" -> new Act.BreakGiven(Duration.parse("PT" + words[1].toUpperCase(Locale.ROOT)), By.NOBODY);
            case "message" -> new Act.MessageSent(words[1], "Look up, please", By.NOBODY);
            case "read" -> new Act.MessageRead(words[1]);
            case "stop" -> new Act.SittingEnded(By.NOBODY);
            case "reopen" -> new Act.Reopened(new StageId(words[1]), "Exam office", Actor.OFFICE);
            case "away" -> new Act.WindowLeft(Act.Absence.HIDDEN, instant(words[1]));
            case "saw" -> new Act.CameraSaw(PictureView.valueOf(words[1]), instant(words[2]));
            case "accept" -> new Act.NoticeAccepted(new StageId(words[1]), SamplePapers.DIGEST, "");
            case "warned" -> new Act.WarningRead(Integer.parseInt(words[1]));
            case "again" -> new Act.HeardAgain(instant(words[1]));
            case "resume" -> new Act.Resumed(By.NOBODY);
            case "grant" ->
                new Act.TimeGranted(
                        new BoxId(words[1]),
                        Duration.parse("PT" + words[2].toUpperCase(Locale.ROOT)),
                        By.NOBODY,
                        words.length > 3
                                ? Optional.of(new Silence(instant(words[3]), instant(words[4])))
                                : Optional.empty());
            default -> throw new IllegalArgumentException("nobody can do '" + text + "'");
        };
    }

    private String lost(String fromTo) {
        String[] times = fromTo.split(" ");
        return ledger.lost(new Silence(instant(times[0]), instant(times[1]))).entrySet().stream()
                .map(lost -> lost.getKey() + "=" + span(lost.getValue()))
                .collect(Collectors.joining(" "));
    }

    private static String place(Sitting sitting) {
        return switch (sitting.route().position()) {
            case Position.At at -> "at " + id(sitting, at.stage());
            case Position.Before before -> "before " + id(sitting, before.stage());
            case Position.Over over -> "over";
        };
    }

    private static String id(Sitting sitting, int stage) {
        return sitting.paper().route().get(stage).id().value();
    }

    private static int index(Sitting sitting, String stage) {
        return sitting.paper().indexOf(new StageId(stage));
    }

    private static Optional<Clock> clock(Sitting sitting, String name) {
        return sitting.clocks().all().stream()
                .filter(clock -> name(clock).equals(name) || clock.kind() == Clock.Kind.STAGE && name.equals("rest"))
                .findFirst();
    }

    private static String name(Clock clock) {
        return clock.box().map(BoxId::value).orElse(clock.kind().toString());
    }

    private static String items(Walk walk) {
        return walk.items().stream().map(ItemId::value).collect(Collectors.joining(" "));
    }

    private static String ended(StageRecord record) {
        return record.ended() + "@" + since(record.endedAt());
    }

    private static Instant instant(String text) {
        String[] parts = text.split(":");
        String seconds = parts[parts.length - 1];
        Duration span = Duration.parse("PT" + seconds + "S").plusMinutes(Long.parseLong(parts[parts.length - 2]));
        return Desk.NINE.plus(parts.length > 2 ? span.plusHours(Long.parseLong(parts[0])) : span);
    }

    private static String since(Instant instant) {
        return span(Duration.between(Desk.NINE, instant));
    }

    private static String span(Duration span) {
        String millis = span.toMillisPart() == 0 ? "" : String.format(Locale.ROOT, ".%03d", span.toMillisPart());
        String hours = span.toHours() > 0 ? span.toHours() + ":" : "";
        String minutes = hours.isEmpty()
                ? String.valueOf(span.toMinutesPart())
                : String.format(Locale.ROOT, "%02d", span.toMinutesPart());
        return hours + minutes + ":" + String.format(Locale.ROOT, "%02d", span.toSecondsPart()) + millis;
    }
}
