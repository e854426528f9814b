package dauntingledger.app.office;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.Rooms;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.RoomId;
import dauntingledger.app.print.PdfFile;
import dauntingledger.app.print.PdfSheet;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.exam.Chair;
import dauntingledger.rulebook.exam.RoomPlan;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.stereotype.Component;

/** What hangs and lies in the rooms of an exam: lists of attendance, plans of seats, signs for doors, codes in an envelope. */
@Component
class RoomPapers {

    private static final float MARGIN = 48;
    private static final float ROW = 22;
    private static final int ROWS_A_PAGE = 30;

    private final Candidates candidates;
    private final Rooms rooms;
    private final Words words;
    private final WallClock house;

    RoomPapers(Candidates candidates, Rooms rooms, Words words, WallClock wall) {
        this.candidates = candidates;
        this.rooms = rooms;
        this.words = words;
        this.house = wall;
    }

    /** Those of an exam who are in one place. */
    private record Place(Optional<Rooms.Room> room, String name, List<Appointment> sittings) {}

    private List<Place> places(Exam exam, List<Appointment> roster) {
        Map<RoomId, Rooms.Room> known = rooms.all().stream().collect(Collectors.toMap(Rooms.Room::id, room -> room));
        Comparator<Appointment> byChair = Comparator.comparing(
                        (Appointment sitting) -> Chair.of(sitting.chair()),
                        Comparator.comparing(chair -> chair.orElse(new Chair(Chair.MOST_ROWS, Chair.MOST_COLUMNS))))
                .thenComparing(Appointment::candidate);
        List<Place> inRooms = exam.codes().keySet().stream()
                .map(known::get)
                .map(room -> new Place(
                        Optional.of(room),
                        room.name(),
                        roster.stream()
                                .filter(sitting ->
                                        sitting.room().filter(room.id()::equals).isPresent())
                                .sorted(byChair)
                                .toList()))
                .toList();
        List<Appointment> elsewhere =
                roster.stream().filter(sitting -> sitting.room().isEmpty()).toList();
        return elsewhere.isEmpty()
                ? inRooms
                : Stream.concat(
                                inRooms.stream(),
                                Stream.of(new Place(Optional.empty(), words.say("letter.home"), elsewhere)))
                        .toList();
    }

    private PdfFile file(Exam exam) {
        return new PdfFile(exam.title(), LocaleContextHolder.getLocale().toLanguageTag());
    }

    private Map<String, Candidate> people(List<Appointment> roster) {
        return candidates.findAll(roster.stream().map(Appointment::candidate).toList());
    }

    private float head(PdfSheet sheet, String kind, Exam exam, String place) {
        float y = sheet.height() - MARGIN;
        float wide = sheet.width() - 2 * MARGIN;
        WallClock wall = house.in(exam.hours().zone());
        sheet.heading(words.say(kind), MARGIN, y, 17, wide);
        sheet.text(
                exam.title() + " · " + wall.dayAndMinute(exam.hours().window().opens()) + " · " + place,
                MARGIN,
                y - 20,
                11,
                wide);
        sheet.line(MARGIN, y - 28, MARGIN + wide, y - 28, 1);
        return y - 46;
    }

    /** Returns a list of attendance for each place: seat, number, name, and room for a signature. */
    byte[] attendance(Exam exam, List<Appointment> roster) {
        Map<String, Candidate> people = people(roster);
        try (PdfFile file = file(exam)) {
            for (Place place : places(exam, roster)) {
                for (int from = 0; from == 0 || from < place.sittings().size(); from += ROWS_A_PAGE) {
                    try (PdfSheet sheet = file.sheet()) {
                        float y = head(sheet, "attendance.title", exam, place.name());
                        int to = Math.min(place.sittings().size(), from + ROWS_A_PAGE);
                        for (Appointment sitting : place.sittings().subList(from, to)) {
                            attendance(sheet, y, sitting, requireNonNull(people.get(sitting.candidate())));
                            y -= ROW;
                        }
                    }
                }
            }
            return file.bytes();
        }
    }

    private static void attendance(PdfSheet sheet, float y, Appointment sitting, Candidate person) {
        sheet.text(sitting.chair(), MARGIN, y, 11, 40);
        sheet.text(person.number(), MARGIN + 44, y, 11, 96);
        sheet.text(person.name(), MARGIN + 144, y, 11, 190);
        sheet.line(MARGIN + 344, y - 3, sheet.width() - MARGIN, y - 3, 0.6f);
    }

    /** Returns a plan for each room: its chairs, the front above, with names and numbers. */
    byte[] plans(Exam exam, List<Appointment> roster) {
        Map<String, Candidate> people = people(roster);
        try (PdfFile file = file(exam)) {
            for (Place place : places(exam, roster)) {
                if (place.room().isPresent()) {
                    try (PdfSheet sheet = file.landscape()) {
                        float top = head(sheet, "plan.title", exam, place.name());
                        plan(sheet, top, place.room().get().plan(), place.sittings(), people);
                    }
                }
            }
            if (exam.codes().isEmpty()) {
                try (PdfSheet sheet = file.sheet()) {
                    head(sheet, "plan.title", exam, words.say("letter.home"));
                }
            }
            return file.bytes();
        }
    }

    private void plan(
            PdfSheet sheet, float top, RoomPlan plan, List<Appointment> sittings, Map<String, Candidate> people) {
        Map<String, Appointment> byChair = sittings.stream()
                .filter(sitting -> !sitting.chair().isEmpty())
                .collect(Collectors.toMap(Appointment::chair, sitting -> sitting, (one, other) -> one));
        float wide = (sheet.width() - 2 * MARGIN) / plan.columns();
        float high = Math.min(64, (top - MARGIN - 24) / plan.rows());
        sheet.centred(words.say("plan.front"), MARGIN, top, 10, sheet.width() - 2 * MARGIN);
        float size = Math.min(9, wide / 8);
        for (Chair chair : plan.chairs()) {
            float x = MARGIN + (chair.column() - 1) * wide;
            float y = top - 12 - chair.row() * high;
            sheet.frame(x + 2, y + 2, wide - 4, high - 4);
            sheet.text(chair.label(), x + 5, y + high - 4 - size, size, wide - 10);
            Appointment sitting = byChair.get(chair.label());
            if (sitting != null) {
                Candidate person = requireNonNull(people.get(sitting.candidate()));
                sheet.text(person.name(), x + 5, y + high - 6 - 2.3f * size, size, wide - 10);
                sheet.text(person.number(), x + 5, y + high - 8 - 3.6f * size, size, wide - 10);
            }
        }
    }

    /** Returns a sign for each room, to be read from afar. */
    byte[] signs(Exam exam) {
        WallClock wall = house.in(exam.hours().zone());
        try (PdfFile file = file(exam)) {
            for (Place place : places(exam, List.of())) {
                try (PdfSheet sheet = file.landscape()) {
                    float wide = sheet.width() - 2 * MARGIN;
                    sheet.centred(place.name(), MARGIN, sheet.height() - 170, 72, wide);
                    sheet.centred(exam.title(), MARGIN, sheet.height() - 250, 34, wide);
                    sheet.centred(
                            wall.dayAndMinute(exam.hours().window().opens()), MARGIN, sheet.height() - 310, 28, wide);
                    sheet.centred(words.say("sign.quiet"), MARGIN, 90, 30, wide);
                }
            }
            if (exam.codes().isEmpty()) {
                try (PdfSheet sheet = file.landscape()) {
                    sheet.centred(exam.title(), MARGIN, sheet.height() - 250, 34, sheet.width() - 2 * MARGIN);
                }
            }
            return file.bytes();
        }
    }

    /** Returns the codes that open the doors, a page for each place. */
    byte[] envelope(Exam exam) {
        WallClock wall = house.in(exam.hours().zone());
        try (PdfFile file = file(exam)) {
            for (Place place : places(exam, List.of())) {
                envelope(file, exam, place.name(), exam.code(place.room().map(Rooms.Room::id)), wall);
            }
            exam.homeCode().ifPresent(code -> envelope(file, exam, words.say("letter.home"), code, wall));
            return file.bytes();
        }
    }

    private void envelope(PdfFile file, Exam exam, String place, String code, WallClock wall) {
        try (PdfSheet sheet = file.sheet()) {
            float y = head(sheet, "envelope.title", exam, place);
            float wide = sheet.width() - 2 * MARGIN;
            y = sheet.paragraph(
                    words.say("envelope.text", wall.minute(exam.hours().window().opens())), MARGIN, y, 12, wide);
            sheet.centred(code, MARGIN, y - 90, 64, wide);
        }
    }
}
