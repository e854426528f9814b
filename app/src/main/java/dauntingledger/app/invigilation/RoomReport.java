package dauntingledger.app.invigilation;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.print.PdfFile;
import dauntingledger.app.print.PdfSheet;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.Progress;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.stereotype.Component;

/**
 * Prints the day of a room: who was there and from when to when, who came late, breaks, outages, what was granted and why,
 * incidents, and a line to sign. It reads every ledger of the room, once.
 */
@Component
class RoomReport {

    private static final float MARGIN = 54;
    private static final float BOTTOM = 70;
    private static final float SIZE = 10;

    private final Ledgers ledgers;
    private final Candidates candidates;
    private final Incidents incidents;
    private final RoomLog log;
    private final Words words;
    private final WallClock house;

    RoomReport(Ledgers ledgers, Candidates candidates, Incidents incidents, RoomLog log, Words words, WallClock wall) {
        this.ledgers = ledgers;
        this.candidates = candidates;
        this.incidents = incidents;
        this.log = log;
        this.words = words;
        this.house = wall;
    }

    /** A sitting as the report tells of it. */
    private record Told(Appointment appointment, String name, Optional<Ledgers.Opened> opened) {

        List<Entry> entries(Predicate<Act> which) {
            return opened.stream()
                    .flatMap(read -> read.entries().stream())
                    .filter(entry -> which.test(entry.act()))
                    .toList();
        }

        Progress progress() {
            return opened.map(read -> read.sitting().route().progress()).orElse(Progress.BEFORE);
        }
    }

    byte[] of(Place place, List<Appointment> sittings, String person, Instant now) {
        Map<String, Candidate> people =
                candidates.findAll(sittings.stream().map(Appointment::candidate).toList());
        List<Told> told = sittings.stream()
                .map(sitting -> new Told(
                        sitting,
                        Optional.ofNullable(people.get(sitting.candidate()))
                                .map(Candidate::name)
                                .orElse(""),
                        ledgers.openIfReadable(sitting, now)))
                .sorted(Comparator.comparing(
                                (Told one) -> one.appointment().chair().length())
                        .thenComparing(one -> one.appointment().chair())
                        .thenComparing(one -> one.appointment().candidate()))
                .toList();
        WallClock wall = house.in(place.exam().hours().zone());
        try (PdfFile file = new PdfFile(
                place.exam().title(), LocaleContextHolder.getLocale().toLanguageTag())) {
            try (Pages pages = new Pages(file)) {
                head(pages, place, wall, now);
                attendance(pages, told, place, wall);
                section(pages, "report.breaks", lines(told, RoomReport::isBreak), wall);
                section(pages, "report.outages", lines(told, act -> act instanceof Act.HeardAgain), wall);
                section(pages, "report.decided", lines(told, RoomReport::isDecision), wall);
                happened(pages, place, told, wall);
                pages.gap();
                pages.text(words.say("report.signed", person, wall.dayAndMinute(now)), SIZE);
                pages.signature();
            }
            return file.bytes();
        }
    }

    private void head(Pages pages, Place place, WallClock wall, Instant now) {
        String where = place.room().map(room -> room.name()).orElse(words.say("board.home"));
        pages.heading(words.say("report.title", where));
        pages.text(
                place.exam().title() + " · "
                        + wall.dayAndMinute(place.exam().hours().window().opens()),
                11);
        pages.text(words.say("report.made", wall.dayAndMinute(now)), SIZE);
        pages.rule();
    }

    private void attendance(Pages pages, List<Told> told, Place place, WallClock wall) {
        long came =
                told.stream().filter(one -> one.progress() != Progress.BEFORE).count();
        pages.title(words.say("report.attendance", came, told.size()));
        Instant opens = place.exam().hours().window().opens();
        for (Told one : told) {
            List<Entry> steps = one.entries(act -> act instanceof Act.StageOpened);
            String state = words.say("report.state." + PlainNames.name(one.progress()));
            String from = steps.isEmpty() ? "" : wall.time(steps.getFirst().at());
            String late = steps.isEmpty() || !steps.getFirst().at().isAfter(opens)
                    ? ""
                    : words.say(
                            "report.late",
                            WallClock.span(
                                    Duration.between(opens, steps.getFirst().at())));
            pages.row(one.appointment().chair(), one.appointment().candidate(), one.name(), from, state, late);
        }
    }

    private static boolean isBreak(Act act) {
        return act instanceof Act.BreakBegun || act instanceof Act.BreakEnded || act instanceof Act.BreakGiven;
    }

    private static boolean isDecision(Act act) {
        return switch (act) {
            case Act.TimeGranted granted -> true;
            case Act.Paused paused -> true;
            case Act.Resumed resumed -> true;
            case Act.SittingEnded ended -> true;
            case Act.PlaceChanged changed -> true;
            case Act.Reopened reopened -> true;
            case Act.LeaveGiven leave -> true;
            case Act.HeldDecided decided -> true;
            default -> false;
        };
    }

    /** A line of the report, by when it happened. */
    private record Said(Instant at, String text) {}

    private List<Said> lines(List<Told> told, Predicate<Act> which) {
        List<Said> lines = new ArrayList<>();
        for (Told one : told) {
            String who = one.appointment().chair().isEmpty()
                    ? one.name()
                    : one.appointment().chair() + " " + one.name();
            one.entries(which).forEach(entry -> lines.add(new Said(entry.at(), log.text(entry, who))));
        }
        lines.sort(Comparator.comparing(Said::at));
        return lines;
    }

    private void section(Pages pages, String title, List<Said> lines, WallClock wall) {
        pages.title(words.say(title));
        if (lines.isEmpty()) {
            pages.text(words.say("report.none"), SIZE);
        }
        lines.forEach(line -> pages.line(wall.time(line.at()), line.text()));
    }

    private void happened(Pages pages, Place place, List<Told> told, WallClock wall) {
        List<Said> lines = incidents.of(place).stream()
                .map(one -> new Said(
                        one.happenedAt(),
                        log.incident(
                                        one,
                                        one.sitting()
                                                .flatMap(sitting -> told.stream()
                                                        .filter(other -> other.appointment()
                                                                .sitting()
                                                                .equals(sitting))
                                                        .map(Told::name)
                                                        .findFirst()))
                                + (one.attachment().isEmpty() ? "" : " [" + one.attachment() + "]")))
                .sorted(Comparator.comparing(Said::at))
                .toList();
        section(pages, "report.incidents", lines, wall);
    }

    /** Writes from the top to the bottom of as many sheets as it takes. */
    private static final class Pages implements AutoCloseable {
        private final PdfFile file;
        private PdfSheet sheet;
        private float y;

        Pages(PdfFile file) {
            this.file = file;
            this.sheet = file.sheet();
            this.y = sheet.height() - MARGIN;
        }

        private float wide() {
            return sheet.width() - 2 * MARGIN;
        }

        void below(float needed) {
            if (y - needed < BOTTOM) {
                sheet.close();
                sheet = file.sheet();
                y = sheet.height() - MARGIN;
            }
        }

        void heading(String text) {
            sheet.heading(text, MARGIN, y, 18, wide());
            y -= 24;
        }

        void title(String text) {
            below(48);
            y -= 12;
            sheet.heading(text, MARGIN, y, 12, wide());
            y -= 18;
        }

        void text(String text, float size) {
            below(size * 2);
            y = sheet.paragraph(text, MARGIN, y + size, size, wide()) - size * 0.8f;
        }

        void line(String time, String text) {
            below(SIZE * 3);
            sheet.text(time, MARGIN, y, SIZE, 52);
            y = Math.min(
                    y - SIZE * 1.5f, sheet.paragraph(text, MARGIN + 60, y + SIZE, SIZE, wide() - 60) - SIZE * 0.6f);
        }

        void row(String... cells) {
            below(SIZE * 2);
            float[] at = {0, 32, 102, 250, 302, 378};
            for (int i = 0; i < cells.length; i++) {
                float next = i + 1 < at.length ? at[i + 1] : wide();
                if (!cells[i].isEmpty()) {
                    sheet.text(cells[i], MARGIN + at[i], y, SIZE, next - at[i] - 6);
                }
            }
            y -= SIZE * 1.5f;
        }

        /** Leaves room before what is signed, and keeps it together. */
        void gap() {
            below(90);
            y -= 18;
        }

        void rule() {
            sheet.line(MARGIN, y, MARGIN + wide(), y, 1);
            y -= 8;
        }

        void signature() {
            y -= 30;
            sheet.line(MARGIN, y, MARGIN + 240, y, 0.8f);
        }

        @Override
        public void close() {
            sheet.close();
        }
    }
}
