package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.Watch;
import dauntingledger.rulebook.sitting.Absences;
import dauntingledger.rulebook.sitting.Arrival;
import dauntingledger.rulebook.sitting.Clock;
import dauntingledger.rulebook.sitting.Help;
import dauntingledger.rulebook.sitting.Position;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.StageRecord;
import dauntingledger.rulebook.sitting.Totals;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * How a sitting stands by its last entry, as the invigilator's board shows it, as plain values. Spans and instants are in
 * milliseconds. Nothing of it says what was answered, and all of it holds until the next entry: what passes with time is
 * told by when it ends.
 */
public final class StandingCodec {

    private static final int MOST_NOTE = 160;

    private StandingCodec() {}

    public static Map<String, Object> toPlain(Sitting sitting) {
        Map<String, Object> plain = new LinkedHashMap<>();
        int index = sitting.route().position().index(sitting.paper().route().size());
        plain.put("stage", index);
        plain.put("where", where(sitting));
        Totals totals = sitting.questions().totals();
        plain.put("answered", totals.answered());
        plain.put("part", totals.part());
        if (sitting.route().position() instanceof Position.Over) {
            sitting.route().records().stream()
                    .map(StageRecord::endedAt)
                    .max(Instant::compareTo)
                    .ifPresent(ended -> plain.put("overAt", ended.toEpochMilli()));
            return plain;
        }
        sitting.clocks().tightest().ifPresent(clock -> clock(clock, plain));
        sitting.pausedSince().ifPresent(since -> plain.put("pausedSince", since.toEpochMilli()));
        rest(sitting, plain);
        sitting.help().filter(help -> help.answer().isEmpty()).ifPresent(help -> plain.put("call", call(help)));
        checkedAhead(sitting).ifPresent(checked -> plain.put("checked", checked));
        needed(sitting).ifPresent(needed -> plain.put("door", needed));
        Absences absences = sitting.absences();
        if (absences.times() > 0) {
            plain.put("away", absences.counted());
            plain.put("awayFor", absences.together().toMillis());
        }
        sitting.paper()
                .rules()
                .watch()
                .filter(watch -> watch.then() == Watch.Then.TELL && watch.isBeyondWarnings(absences.counted()))
                .ifPresent(watch -> plain.put("awayTold", true));
        sitting.seen()
                .ifPresent(seen -> plain.put(
                        "camera",
                        Map.of(
                                "view",
                                PlainNames.name(seen.view()),
                                "since",
                                seen.since().toEpochMilli())));
        long unread = sitting.messages().stream()
                .filter(message -> message.readAt().isEmpty())
                .count();
        if (unread > 0) {
            plain.put("unread", unread);
        }
        return plain;
    }

    private static String where(Sitting sitting) {
        return switch (sitting.route().position()) {
            case Position.At at -> "at";
            case Position.Before before -> "before";
            case Position.Over over -> PlainNames.name(over.ending());
        };
    }

    /** A clock that runs is told by its end, one that stands by what is left. */
    private static void clock(Clock clock, Map<String, Object> plain) {
        clock.deadline()
                .ifPresentOrElse(
                        deadline -> plain.put("deadline", deadline.toEpochMilli()),
                        () -> plain.put("left", clock.left().toMillis()));
        plain.put("allowance", clock.allowance().toMillis());
    }

    /**
     * A break is told by its end, 0 while that stands too. One of the candidate's own ends by itself without an entry, so
     * the clock that bites first after it is told too.
     */
    private static void rest(Sitting sitting, Map<String, Object> plain) {
        boolean onRoute =
                sitting.route().stage().filter(Stage.Break.class::isInstance).isPresent()
                        && sitting.route().position() instanceof Position.At;
        if (sitting.onBreakSince().isEmpty() && !onRoute) {
            return;
        }
        Clock.Kind kind = onRoute ? Clock.Kind.STAGE : Clock.Kind.OWN_BREAK;
        long ends = sitting.clocks().all().stream()
                .filter(clock -> clock.kind() == kind)
                .findFirst()
                .flatMap(Clock::deadline)
                .map(Instant::toEpochMilli)
                .orElse(0L);
        plain.put("rest", ends);
        if (ends > 0 && !onRoute) {
            sitting.asOf(Instant.ofEpochMilli(ends))
                    .clocks()
                    .tightest()
                    .flatMap(Clock::deadline)
                    .ifPresent(deadline -> plain.put("deadlineAfterRest", deadline.toEpochMilli()));
        }
    }

    private static Map<String, Object> call(Help help) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("reason", PlainNames.name(help.reason()));
        plain.put("since", help.calledAt().toEpochMilli());
        plain.put("note", shortened(help.note()));
        return plain;
    }

    private static String shortened(String note) {
        return note.length() <= MOST_NOTE ? note : note.substring(0, MOST_NOTE - 1) + "…";
    }

    /** What the station check has shown that was made before the day. */
    private static Optional<Map<String, Object>> checkedAhead(Sitting sitting) {
        Arrival arrival = sitting.arrival();
        if (!sitting.route().isUntouched()) {
            return Optional.empty();
        }
        return arrival.stationAt()
                .map(at -> Map.of(
                        "at",
                        at.toEpochMilli(),
                        "wanting",
                        sitting.paper().route().stream()
                                .filter(Stage.StationCheck.class::isInstance)
                                .flatMap(check -> arrival.wanting((Stage.StationCheck) check).stream())
                                .map(PlainNames::name)
                                .toList()));
    }

    /** What holds the candidate up between the door and the first question. */
    private static Optional<Map<String, Object>> needed(Sitting sitting) {
        if (!(sitting.route().position() instanceof Position.At at)) {
            return Optional.empty();
        }
        Instant opened = sitting.route().record(at.stage()).orElseThrow().openedAt();
        return switch (sitting.paper().route().get(at.stage())) {
            case Stage.Identity identity ->
                sitting.arrival()
                        .report()
                        .map(report -> door(
                                "report",
                                report.at(),
                                List.of(PlainNames.name(report.reason())),
                                shortened(report.note()),
                                true));
            case Stage.Admission door ->
                Optional.of(door(
                        "door",
                        opened,
                        sitting.arrival().waitingAt(door).stream()
                                .map(PlainNames::name)
                                .toList(),
                        "",
                        sitting.arrival().waitingAt(door).stream().anyMatch(StandingCodec::isForSomebody)));
            case Stage.StationCheck check ->
                Optional.of(sitting.arrival().wanting(check))
                        .filter(lines -> !lines.isEmpty())
                        .map(lines -> door(
                                "station",
                                opened,
                                lines.stream().map(PlainNames::name).toList(),
                                "",
                                true));
            default -> Optional.empty();
        };
    }

    /** Leave is given by the invigilator, and a code is handed out by them; the hour comes by itself. */
    private static boolean isForSomebody(Arrival.AtTheDoor wait) {
        return wait.needsInvigilator() || wait == Arrival.AtTheDoor.CODE;
    }

    private static Map<String, Object> door(
            String kind, Instant since, List<String> why, String note, boolean needsSomebody) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("kind", kind);
        plain.put("since", since.toEpochMilli());
        plain.put("why", why);
        plain.put("note", note);
        plain.put("needsSomebody", needsSomebody);
        return plain;
    }
}
