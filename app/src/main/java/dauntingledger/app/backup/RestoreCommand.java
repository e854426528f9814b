package dauntingledger.app.backup;

import dauntingledger.app.ledger.DatabaseFile;
import dauntingledger.app.ledger.LedgerSurvey;
import dauntingledger.app.marking.MarkingSurvey;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.Comparator;

/** {@code bin/restore COPY FOLDER}: makes the data of an installation of a copy, and follows every chain in it. */
public final class RestoreCommand {

    private static final int INTACT = 0;
    private static final int BROKEN = 1;
    private static final int UNUSABLE = 2;

    private RestoreCommand() {}

    public static void main(String[] args) {
        System.exit(run(args));
    }

    /**
     * Returns 0 if everything is there and can be followed, 1 if something is missing or cannot be followed, 2 if there
     * is no usable copy or folder; then the folder is left as it was.
     */
    public static int run(String... args) {
        if (args.length != 2) {
            return refuse("Give a copy and an empty folder: bin/restore COPY FOLDER");
        }
        Path file = Path.of(args[0]);
        Path folder = Path.of(args[1]);
        boolean made = Files.notExists(folder);
        try {
            Copy copy = CopyFile.read(file);
            if (!made && !isEmpty(folder)) {
                return refuse(folder + " is not an empty folder. A copy is restored into an empty one only, so that"
                        + " nothing is overwritten.");
            }
            Files.createDirectories(folder);
            Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwx------"));
            try {
                CopyFile.unpack(file, folder);
            } catch (IOException | CopyFile.BadCopyException e) {
                empty(folder, made);
                throw e;
            }
            return verify(copy, folder);
        } catch (CopyFile.BadCopyException e) {
            return refuse(file + " cannot be used: " + e.getMessage() + ". Take another copy.");
        } catch (IOException e) {
            return refuse("The copy could not be read, or " + folder + " not be written: " + e.getMessage());
        } catch (SQLException e) {
            return refuse("The database in the copy cannot be opened (" + e.getSQLState() + "). Take another copy.");
        }
    }

    private static int verify(Copy copy, Path folder) throws SQLException {
        int marks;
        try (Connection connection = DatabaseFile.open(folder)) {
            marks = MarkingSurvey.of(connection, System.out::println);
        }
        LedgerSurvey survey = LedgerSurvey.ofAll(DatabaseFile.open(folder), System.out::println);
        System.out.println("Made " + copy.made() + " by version " + copy.version() + ", of " + copy.sittings()
                + " sittings and " + copy.entries() + " entries.");
        System.out.println(survey.sentence());
        boolean whole = survey.sittings() >= copy.sittings() && survey.entries() >= copy.entries();
        if (!whole) {
            System.out.println("Something is missing: there must be at least as many as there were.");
        }
        return whole && survey.isIntact() && marks == 0 ? INTACT : BROKEN;
    }

    private static boolean isEmpty(Path folder) throws IOException {
        if (!Files.isDirectory(folder)) {
            return false;
        }
        try (var files = Files.list(folder)) {
            return files.findAny().isEmpty();
        }
    }

    private static void empty(Path folder, boolean withIt) throws IOException {
        try (var files = Files.walk(folder)) {
            for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
                if (withIt || !file.equals(folder)) {
                    Files.delete(file);
                }
            }
        }
    }

    private static int refuse(String why) {
        System.err.println(why);
        return UNUSABLE;
    }
}
