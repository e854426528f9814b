package dauntingledger.rulebook.exam;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.exam.RosterFinding.Problem;
import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Pattern;

/** Checks the rows of a roster, and makes lines of them. */
public final class RosterCheck {

    public static final int MOST_LINES = 100_000;
    public static final int LONGEST_BREAK = 240;

    private static final Pattern NUMBER = Pattern.compile("[A-Z0-9]+(-[A-Z0-9]+)*");
    /** Something, an at sign, a name with a dot or {@code localhost}; whether it is somebody's, only mail can tell. */
    private static final Pattern EMAIL = Pattern.compile("[^\\s@,;<>\"]+@[A-Za-z0-9-]+(\\.[A-Za-z0-9-]+)*");

    private static final Pattern MINUTES = Pattern.compile("[0-9]{1,3}");

    private final Context context;
    private final List<RosterFinding> findings = new ArrayList<>();
    private final Map<String, Integer> numbers = new HashMap<>();
    private final Map<String, Integer> chairs = new HashMap<>();

    private RosterCheck(Context context) {
        this.context = context;
    }

    /**
     * What a roster is checked against.
     *
     * @param prefix what numbers of digits alone get put before them
     * @param rooms the plans of the rooms of the exam by their names; empty if rooms are not known
     * @param languages the languages that letters are written in
     * @param isStaff whether a number is that of somebody who works here
     * @param breakFits whether the paper has a break, or a place for one
     */
    public record Context(
            String prefix,
            Optional<Map<String, RoomPlan>> rooms,
            Set<String> languages,
            Predicate<String> isStaff,
            boolean breakFits) {
        public Context {
            requireNonNull(prefix, "prefix");
            requireNonNull(rooms, "rooms");
            languages = Set.copyOf(languages);
            requireNonNull(isStaff, "isStaff");
        }
    }

    /** A row of a file: where it begins, and its cells. */
    public record Row(int line, List<String> cells) {
        public Row {
            cells = List.copyOf(cells);
        }

        boolean isBlank() {
            return cells.stream().allMatch(String::isBlank);
        }
    }

    /** Lines, which are good only if there are no findings. */
    public record Result(List<RosterLine> lines, List<RosterFinding> findings) {
        public Result {
            lines = List.copyOf(lines);
            findings = List.copyOf(findings);
        }
    }

    /** Returns a number as it is kept: in capitals, digits alone behind the prefix. */
    public static String normalised(String number, String prefix) {
        String kept = number.strip().toUpperCase(Locale.ROOT);
        boolean digits = !kept.isEmpty() && kept.chars().allMatch(c -> c >= '0' && c <= '9');
        return digits ? prefix + kept : kept;
    }

    /** Checks rows, the first of which is the heading. */
    public static Result check(List<Row> rows, Context context) {
        RosterCheck check = new RosterCheck(context);
        return new Result(check.lines(rows), check.findings);
    }

    private List<RosterLine> lines(List<Row> rows) {
        List<Row> written = rows.stream().filter(row -> !row.isBlank()).toList();
        if (written.size() < 2) {
            find(1, "", Problem.EMPTY_FILE, "");
            return List.of();
        }
        if (written.size() - 1 > MOST_LINES) {
            find(written.get(MOST_LINES + 1).line(), "", Problem.TOO_MANY_LINES, String.valueOf(MOST_LINES));
            return List.of();
        }
        List<Optional<RosterColumn>> columns = columns(written.getFirst());
        List<RosterLine> lines = new ArrayList<>();
        if (findings.isEmpty()) {
            for (Row row : written.subList(1, written.size())) {
                line(row, columns).ifPresent(lines::add);
            }
        }
        return lines;
    }

    private List<Optional<RosterColumn>> columns(Row heading) {
        List<Optional<RosterColumn>> columns = new ArrayList<>();
        Set<RosterColumn> seen = new HashSet<>();
        for (String cell : heading.cells()) {
            Optional<RosterColumn> column = RosterColumn.of(cell);
            if (column.isEmpty()) {
                find(heading.line(), cell.strip(), Problem.UNKNOWN_COLUMN, cell.strip());
            } else if (!seen.add(column.get())) {
                find(heading.line(), column.get().key(), Problem.COLUMN_TWICE, "");
            }
            columns.add(column);
        }
        Arrays.stream(RosterColumn.values())
                .filter(column -> column.isRequired() && !seen.contains(column))
                .forEach(column -> find(heading.line(), column.key(), Problem.COLUMN_MISSING, ""));
        return columns;
    }

    private Optional<RosterLine> line(Row row, List<Optional<RosterColumn>> columns) {
        int before = findings.size();
        if (row.cells().size() > columns.size()) {
            find(row.line(), "", Problem.CELLS_TOO_MANY, String.valueOf(columns.size()));
            return Optional.empty();
        }
        Map<RosterColumn, String> cells = new EnumMap<>(RosterColumn.class);
        for (int i = 0; i < columns.size(); i++) {
            RosterColumn column = columns.get(i).orElseThrow();
            cells.put(
                    column,
                    text(row, column, i < row.cells().size() ? row.cells().get(i) : ""));
        }
        RosterLine line = new Cells(row.line(), cells).line();
        return findings.size() == before ? Optional.of(line) : Optional.empty();
    }

    /** Returns the text of a cell, which a file may have put spaces around. */
    private String text(Row row, RosterColumn column, String cell) {
        String text = cell.strip();
        if (text.codePoints().anyMatch(RosterCheck::isControl)) {
            find(row.line(), column.key(), Problem.CONTROL_CHARACTER, "");
            return "";
        }
        if (text.length() > column.longest()) {
            find(row.line(), column.key(), Problem.TOO_LONG, String.valueOf(column.longest()));
            return "";
        }
        if (text.isEmpty() && column.isRequired()) {
            find(row.line(), column.key(), Problem.MISSING, "");
        }
        return text;
    }

    /** Control and format characters, which nobody sees and which can turn a text around. */
    private static boolean isControl(int character) {
        int type = Character.getType(character);
        return type == Character.CONTROL
                || type == Character.FORMAT
                || type == Character.LINE_SEPARATOR
                || type == Character.PARAGRAPH_SEPARATOR
                || type == Character.SURROGATE;
    }

    private void find(int line, String column, Problem problem, String detail) {
        findings.add(new RosterFinding(line, column, problem, detail));
    }

    /** The cells of one row. */
    private final class Cells {
        private final int at;
        private final Map<RosterColumn, String> cells;

        Cells(int line, Map<RosterColumn, String> cells) {
            this.at = line;
            this.cells = cells;
        }

        RosterLine line() {
            return new RosterLine(
                    number(),
                    of(RosterColumn.NAME),
                    email(),
                    room(),
                    chair(),
                    factor(),
                    extraBreak(),
                    aids(),
                    language(),
                    supervisor());
        }

        private String of(RosterColumn column) {
            return cells.getOrDefault(column, "");
        }

        private void wrong(RosterColumn column, Problem problem, String detail) {
            find(at, column.key(), problem, detail);
        }

        private String number() {
            String number = normalised(of(RosterColumn.NUMBER), context.prefix());
            if (number.isEmpty()) {
                return number;
            }
            if (!NUMBER.matcher(number).matches() || number.length() > RosterColumn.NUMBER.longest()) {
                wrong(RosterColumn.NUMBER, Problem.NUMBER_WRONG, number);
            } else if (context.isStaff().test(number)) {
                wrong(RosterColumn.NUMBER, Problem.NUMBER_OF_STAFF, number);
            }
            Integer first = numbers.putIfAbsent(number, at);
            if (first != null) {
                wrong(RosterColumn.NUMBER, Problem.TWICE, String.valueOf(first));
            }
            return number;
        }

        private String email() {
            String email = of(RosterColumn.EMAIL);
            if (!email.isEmpty() && !isEmail(email)) {
                wrong(RosterColumn.EMAIL, Problem.EMAIL_WRONG, email);
            }
            return email;
        }

        private String room() {
            String room = of(RosterColumn.ROOM);
            if (!room.isEmpty()
                    && context.rooms().filter(known -> !known.containsKey(room)).isPresent()) {
                wrong(RosterColumn.ROOM, Problem.UNKNOWN_ROOM, room);
            }
            return room;
        }

        private Optional<Chair> chair() {
            String label = of(RosterColumn.SEAT);
            String room = of(RosterColumn.ROOM);
            if (label.isEmpty()) {
                return Optional.empty();
            }
            if (room.isEmpty()) {
                wrong(RosterColumn.SEAT, Problem.SEAT_WITHOUT_ROOM, label);
                return Optional.empty();
            }
            Optional<Chair> chair = Chair.of(label);
            Optional<RoomPlan> plan = context.rooms().map(known -> known.get(room));
            boolean there = chair.isPresent()
                    && plan.map(known -> known.has(chair.get())).orElse(true);
            if (!there) {
                wrong(RosterColumn.SEAT, Problem.SEAT_NOT_THERE, label);
                return Optional.empty();
            }
            Integer first = chairs.putIfAbsent(room + "\n" + chair.get().label(), at);
            if (first != null) {
                wrong(RosterColumn.SEAT, Problem.SEAT_TAKEN, String.valueOf(first));
            }
            return chair;
        }

        private Optional<Supervisor> supervisor() {
            String name = of(RosterColumn.SUPERVISOR);
            String phone = of(RosterColumn.SUPERVISOR_PHONE);
            if (name.isEmpty() && phone.isEmpty()) {
                return Optional.empty();
            }
            if (name.isEmpty()) {
                wrong(RosterColumn.SUPERVISOR, Problem.SUPERVISOR_MISSING, phone);
                return Optional.empty();
            }
            if (!Supervisor.isPhone(phone)) {
                wrong(RosterColumn.SUPERVISOR_PHONE, Problem.PHONE_WRONG, phone);
                return Optional.empty();
            }
            if (!of(RosterColumn.ROOM).isEmpty()) {
                wrong(RosterColumn.SUPERVISOR, Problem.SUPERVISOR_IN_ROOM, of(RosterColumn.ROOM));
            }
            return Optional.of(new Supervisor(name, phone));
        }

        private Optional<Rational> factor() {
            String text = of(RosterColumn.TIME_FACTOR);
            if (text.isEmpty()) {
                return Optional.empty();
            }
            Optional<Rational> factor = Numeral.read(text).filter(Accommodations::isFactor);
            if (factor.isEmpty()) {
                wrong(RosterColumn.TIME_FACTOR, Problem.FACTOR_WRONG, text);
            }
            return factor;
        }

        private Optional<Duration> extraBreak() {
            String text = of(RosterColumn.EXTRA_BREAK_MINUTES);
            if (text.isEmpty()) {
                return Optional.empty();
            }
            if (!MINUTES.matcher(text).matches() || Integer.parseInt(text) > LONGEST_BREAK) {
                wrong(RosterColumn.EXTRA_BREAK_MINUTES, Problem.MINUTES_WRONG, text);
                return Optional.empty();
            }
            Duration minutes = Duration.ofMinutes(Integer.parseInt(text));
            if (!minutes.isZero() && !context.breakFits()) {
                wrong(RosterColumn.EXTRA_BREAK_MINUTES, Problem.NO_PLACE_FOR_BREAK, text);
            }
            return Optional.of(minutes);
        }

        /** Several aids have a vertical line between them; a hyphen alone takes all away. */
        private Optional<List<String>> aids() {
            String text = of(RosterColumn.AIDS);
            return text.isEmpty()
                    ? Optional.empty()
                    : Optional.of(Arrays.stream(text.split("\\|"))
                            .map(String::strip)
                            .filter(aid -> !aid.isEmpty() && !aid.equals("-"))
                            .toList());
        }

        private String language() {
            String language = of(RosterColumn.LANGUAGE).toLowerCase(Locale.ROOT);
            if (!language.isEmpty() && !context.languages().contains(language)) {
                wrong(RosterColumn.LANGUAGE, Problem.UNKNOWN_LANGUAGE, language);
            }
            return language;
        }
    }

    /** Returns whether a text has the form of an email address. */
    public static boolean isEmail(String text) {
        return text.length() <= RosterColumn.EMAIL.longest()
                && EMAIL.matcher(text).matches();
    }
}
