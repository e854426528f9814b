package dauntingledger.app.exams;

import dauntingledger.app.words.ChosenLanguage;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.exam.RoomPlan;
import dauntingledger.rulebook.exam.RosterCheck;
import dauntingledger.rulebook.exam.RosterFinding;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * {@code bin/roster check FILE [--rooms ROOMS.csv] [--prefix PREFIX]}: says what is wrong with a roster, a finding a line
 * as {@code file:line: column: what is wrong}. {@code ROOMS.csv} is what the page of the rooms gives out; without it, it
 * is not known which rooms and seats there are.
 */
public final class RosterCommand {

    private static final int GOOD = 0;
    private static final int FINDINGS = 1;
    private static final int UNUSABLE = 2;

    private RosterCommand() {}

    public static void main(String[] args) {
        System.exit(run(System.out, args));
    }

    /** Returns 0 if the roster could be imported, 1 if there are findings, 2 if there is no readable file. */
    public static int run(PrintStream out, String... args) {
        Map<String, String> options = new HashMap<>();
        for (int i = 2; i + 1 < args.length; i += 2) {
            options.put(args[i], args[i + 1]);
        }
        boolean known = List.of("--rooms", "--prefix").containsAll(options.keySet());
        if (args.length < 2 || args.length % 2 != 0 || !args[0].equals("check") || !known) {
            System.err.println("Use: bin/roster check FILE [--rooms ROOMS.csv] [--prefix PREFIX]");
            return UNUSABLE;
        }
        try {
            return check(out, Path.of(args[1]), options);
        } catch (IOException e) {
            System.err.println("Cannot be read: " + e.getMessage());
            return UNUSABLE;
        }
    }

    private static int check(PrintStream out, Path file, Map<String, String> options) throws IOException {
        RosterFile.Read read = RosterFile.read(Files.readAllBytes(file));
        List<RosterFinding> findings = new ArrayList<>(read.findings());
        if (findings.isEmpty()) {
            findings.addAll(RosterCheck.check(read.rows(), context(options)).findings());
        }
        Words words = Words.plain();
        findings.sort(Comparator.comparingInt(RosterFinding::line));
        findings.forEach(finding -> out.println(file + ":" + finding.line() + ": "
                + (finding.column().isEmpty() ? "" : finding.column() + ": ")
                + words.say("roster.finding." + finding.problem().key(), finding.detail())));
        return findings.isEmpty() ? GOOD : FINDINGS;
    }

    private static RosterCheck.Context context(Map<String, String> options) throws IOException {
        String rooms = options.get("--rooms");
        return new RosterCheck.Context(
                options.getOrDefault("--prefix", ""),
                rooms == null ? Optional.empty() : Optional.of(rooms(Path.of(rooms))),
                ChosenLanguage.OFFERED.stream().map(Locale::toLanguageTag).collect(Collectors.toSet()),
                number -> false,
                true);
    }

    /** @throws IOException also if it is no file of rooms */
    private static Map<String, RoomPlan> rooms(Path file) throws IOException {
        Map<String, RoomPlan> rooms = new HashMap<>();
        List<RosterCheck.Row> rows = RosterFile.read(Files.readAllBytes(file)).rows();
        for (RosterCheck.Row row : rows.subList(Math.min(1, rows.size()), rows.size())) {
            try {
                List<String> cells = row.cells();
                rooms.put(
                        cells.get(0),
                        new RoomPlan(
                                Integer.parseInt(cells.get(1)),
                                Integer.parseInt(cells.get(2)),
                                RoomRecord.chairs(cells.get(3)),
                                Set.of(),
                                Set.of()));
            } catch (IllegalArgumentException | IndexOutOfBoundsException e) {
                throw new IOException(file + ":" + row.line() + " is no room: name,rows,columns,missing", e);
            }
        }
        return rooms;
    }
}
