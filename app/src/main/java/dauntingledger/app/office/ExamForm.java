package dauntingledger.app.office;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.ExamPlan;
import dauntingledger.app.ledger.RoomId;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.papers.Papers;
import dauntingledger.rulebook.exam.ExamHours;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * The form of an exam as it was filled in; texts, because what was typed wrong is shown again.
 *
 * @param paper a paper with its version, like {@code pilot-licence 3}
 * @param rooms the numbers of rooms
 */
record ExamForm(
        String title,
        String paper,
        String day,
        String zone,
        String doors,
        String opens,
        String admissionEnds,
        String closes,
        List<Long> rooms,
        Boolean atHome,
        List<String> staff,
        Boolean reentry) {

    ExamForm {
        title = text(title);
        paper = text(paper);
        day = text(day);
        zone = text(zone);
        doors = text(doors);
        opens = text(opens);
        admissionEnds = text(admissionEnds);
        closes = text(closes);
        rooms = rooms == null ? List.of() : List.copyOf(rooms);
        atHome = Boolean.TRUE.equals(atHome);
        staff = staff == null ? List.of() : List.copyOf(staff);
        reentry = Boolean.TRUE.equals(reentry);
    }

    private static String text(@Nullable String typed) {
        return typed == null ? "" : typed.strip();
    }

    /** Returns an empty form with usual hours. */
    static ExamForm empty(LocalDate day, ZoneId zone) {
        return new ExamForm(
                "",
                "",
                day.toString(),
                zone.getId(),
                "08:30",
                "09:00",
                "09:30",
                "",
                List.of(),
                false,
                List.of(),
                false);
    }

    static ExamForm of(Exam exam) {
        ExamHours hours = exam.hours();
        return new ExamForm(
                exam.title(),
                paper(exam.paper()),
                hours.day().toString(),
                hours.zone().getId(),
                hours.doors().toString(),
                hours.opens().toString(),
                hours.admissionEnds().toString(),
                hours.closes().map(LocalTime::toString).orElse(""),
                exam.codes().keySet().stream().map(RoomId::value).toList(),
                exam.isAtHome(),
                List.copyOf(exam.staff()),
                exam.reentry());
    }

    static String paper(PaperRef ref) {
        return ref.id() + " " + ref.version();
    }

    /** What a form comes to: a plan, or the endings of the keys of what is wrong with it. */
    record Read(Optional<ExamPlan> plan, List<String> problems) {}

    Read read(Papers papers) {
        List<String> problems = new ArrayList<>();
        if (title.isEmpty()
                || title.length() > ExamPlan.LONGEST_TITLE
                || title.chars().anyMatch(Character::isISOControl)) {
            problems.add("title");
        }
        Optional<PaperRef> ref =
                papers.all().stream().filter(one -> paper(one).equals(paper)).findFirst();
        if (ref.isEmpty()) {
            problems.add("paper");
        }
        Optional<LocalDate> date = read(day, LocalDate::parse, "day", problems);
        Optional<ZoneId> place = read(zone, ZoneId::of, "zone", problems);
        Optional<LocalTime> in = read(doors, LocalTime::parse, "doors", problems);
        Optional<LocalTime> begin = read(opens, LocalTime::parse, "opens", problems);
        Optional<LocalTime> late = read(admissionEnds, LocalTime::parse, "admission-ends", problems);
        Optional<LocalTime> end =
                closes.isEmpty() ? Optional.empty() : read(closes, LocalTime::parse, "closes", problems);
        if (rooms.isEmpty() && !atHome) {
            problems.add("places");
        }
        if (!problems.isEmpty()) {
            return new Read(Optional.empty(), problems);
        }
        ExamHours hours = new ExamHours(
                date.orElseThrow(),
                in.orElseThrow(),
                begin.orElseThrow(),
                late.orElseThrow(),
                end,
                place.orElseThrow());
        return new Read(
                Optional.of(new ExamPlan(
                        title,
                        ref.orElseThrow(),
                        hours,
                        rooms.stream().map(RoomId::new).collect(Collectors.toSet()),
                        atHome,
                        Set.copyOf(staff),
                        reentry)),
                List.of());
    }

    private static <T> Optional<T> read(String text, Function<String, T> reader, String what, List<String> problems) {
        try {
            return Optional.of(reader.apply(text));
        } catch (DateTimeException e) {
            problems.add(what);
            return Optional.empty();
        }
    }
}
