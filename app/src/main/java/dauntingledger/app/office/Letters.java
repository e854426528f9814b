package dauntingledger.app.office;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.Rooms;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.print.PdfFile;
import dauntingledger.app.print.PdfSheet;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.words.Address;
import dauntingledger.app.words.ChosenLanguage;
import dauntingledger.app.words.Privileges;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.exam.Supervisor;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.sitting.Window;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Writes letters of admission, one a page, each in the language of its candidate. */
@Component
class Letters {

    private static final float LEFT = 64;
    private static final float WIDE = PdfFile.A4.getWidth() - 2 * LEFT;
    private static final float TOP = PdfFile.A4.getHeight() - 64;
    private static final float LABEL = 130;
    private static final float CODE = 92;
    private static final float ROW = 20;
    private static final float ROW_SIZE = 11.5f;

    private final Candidates candidates;
    private final Rooms rooms;
    private final Papers papers;
    private final Privileges privileges;
    private final Words words;
    private final WallClock house;
    private final Address address;

    Letters(
            Candidates candidates,
            Rooms rooms,
            Papers papers,
            Privileges privileges,
            Words words,
            WallClock wall,
            Address address) {
        this.candidates = candidates;
        this.rooms = rooms;
        this.papers = papers;
        this.privileges = privileges;
        this.words = words;
        this.house = wall;
        this.address = address;
    }

    /**
     * Returns letters as PDF.
     *
     * @param pins the PINs that are said in them, by number; whoever has none there is told that theirs stays good
     */
    byte[] print(Exam exam, List<Appointment> sittings, Map<String, String> pins) {
        Map<String, Candidate> people =
                candidates.findAll(sittings.stream().map(Appointment::candidate).toList());
        Map<Long, String> places =
                rooms.all().stream().collect(Collectors.toMap(room -> room.id().value(), Rooms.Room::name));
        try (PdfFile file = new PdfFile(exam.title(), "en")) {
            for (Appointment sitting : sittings) {
                Candidate to = requireNonNull(people.get(sitting.candidate()));
                String place = sitting.room()
                        .map(room -> places.getOrDefault(room.value(), ""))
                        .orElse("");
                ChosenLanguage.speaking(to.language(), () -> {
                    try (PdfSheet sheet = file.sheet()) {
                        new Letter(sheet, exam, sitting, to, place, Optional.ofNullable(pins.get(to.number()))).write();
                    }
                    sitting.terms().supervisor().ifPresent(somebody -> {
                        try (PdfSheet sheet = file.sheet()) {
                            new Letter(sheet, exam, sitting, to, place, Optional.empty()).write(somebody);
                        }
                    });
                    return to;
                });
            }
            return file.bytes();
        }
    }

    /** One letter. */
    private final class Letter {
        private final PdfSheet sheet;
        private final Exam exam;
        private final Appointment sitting;
        private final Candidate to;
        private final String place;
        private final Optional<String> pin;
        private float y = TOP;

        Letter(PdfSheet sheet, Exam exam, Appointment sitting, Candidate to, String place, Optional<String> pin) {
            this.sheet = sheet;
            this.exam = exam;
            this.sitting = sitting;
            this.to = to;
            this.place = place;
            this.pin = pin;
        }

        void write() {
            PaperText text = papers.text(sitting.paper(), to.language());
            sheet.heading(words.say("letter.title"), LEFT, y, 20, WIDE - CODE);
            sheet.squareCode(address.of("/"), LEFT + WIDE - CODE, TOP - CODE + 20, CODE);
            y -= 26;
            sheet.text(exam.title(), LEFT, y, 13, WIDE - CODE - 10);
            y -= 22;
            sheet.text(to.name(), LEFT, y, 13, WIDE - CODE - 10);
            y -= 46;
            secrets();
            when();
            where();
            y -= 8;
            brings(text);
            granted(text.paper());
            if (text.paper().route().stream().anyMatch(Stage.StationCheck.class::isInstance)) {
                y = sheet.paragraph(words.say("letter.station", address.of("/")), LEFT, y - 10, 10.5f, WIDE);
            }
            y = sheet.paragraph(words.say("letter.keep"), LEFT, y - 8, 10.5f, WIDE);
        }

        /** A sheet for who opens the door at home; the candidate does not see it. */
        void write(Supervisor somebody) {
            sheet.heading(words.say("letter.supervisor.title"), LEFT, y, 20, WIDE);
            y -= 26;
            sheet.text(somebody.name(), LEFT, y, 13, WIDE);
            y -= 30;
            y = sheet.paragraph(words.say("letter.supervisor.text", to.name(), exam.title()), LEFT, y, ROW_SIZE, WIDE);
            y -= 30;
            sheet.frame(LEFT, y - 18, WIDE, 36);
            sheet.text(words.say("letter.supervisor.code"), LEFT + 12, y, 10, LABEL);
            sheet.text(sitting.terms().code(), LEFT + LABEL, y - 2, 17, 170);
            y -= 50;
            when();
            y = sheet.paragraph(words.say("letter.supervisor.phone", somebody.phone()), LEFT, y - 8, 10.5f, WIDE);
        }

        private void secrets() {
            sheet.frame(LEFT, y - 48, WIDE, 66);
            sheet.text(words.say("letter.number"), LEFT + 12, y, 10, LABEL);
            sheet.text(to.number(), LEFT + LABEL, y - 2, 17, 170);
            sheet.text(words.say("letter.pin"), LEFT + 12, y - 30, 10, LABEL);
            if (pin.isPresent()) {
                sheet.text(pin.get(), LEFT + LABEL, y - 32, 17, 170);
            } else {
                sheet.text(words.say("letter.pin.kept"), LEFT + LABEL, y - 30, 10, WIDE - LABEL - 12);
            }
            y -= 76;
        }

        private void when() {
            Window window = exam.hours().window();
            WallClock wall = house.in(exam.hours().zone());
            row("letter.day", wall.day(window.opens()));
            row(
                    "letter.hours",
                    words.say(
                            "letter.hours.text",
                            wall.minute(window.doors()),
                            wall.minute(window.opens()),
                            wall.minute(window.closes())));
            row("letter.zone", exam.hours().zone().getId());
        }

        private void where() {
            row("letter.place", place.isEmpty() ? words.say("letter.home") : place);
            if (!sitting.chair().isEmpty()) {
                row("letter.seat", sitting.chair());
            }
            row("letter.address", address.of("/"));
        }

        private void row(String label, String text) {
            sheet.text(words.say(label), LEFT, y, 10, LABEL - 8);
            float below = sheet.paragraph(text, LEFT + LABEL, y + ROW_SIZE, ROW_SIZE, WIDE - LABEL);
            y = Math.min(y - ROW, below - ROW / 2);
        }

        private void brings(PaperText text) {
            list("letter.bring", text.about().brings());
        }

        private void granted(Paper paper) {
            list("letter.granted", privileges.of(paper, sitting.terms()));
        }

        private void list(String label, List<String> lines) {
            if (!lines.isEmpty()) {
                sheet.text(words.say(label), LEFT, y, 10, WIDE);
                y -= 4;
                for (String line : lines) {
                    y = sheet.paragraph("– " + line, LEFT + 12, y - 3, 10.5f, WIDE - 12);
                }
                y -= 14;
            }
        }
    }
}
