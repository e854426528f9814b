package dauntingledger.app.ledger;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;

/**
 * {@code bin/verify FILE}: says whether an exported ledger is intact, or names its first bad line. {@code bin/verify --data
 * FOLDER} does so for every ledger of a server that is stopped.
 */
public final class VerifyCommand {

    private static final int INTACT = 0;
    private static final int BROKEN = 1;
    private static final int UNUSABLE = 2;

    private VerifyCommand() {}

    public static void main(String[] args) {
        System.exit(run(args));
    }

    /** Returns 0 if the ledger is intact, 1 if it is not, 2 if there is no readable file. */
    public static int run(String... args) {
        if (args.length == 2 && args[0].equals("--data")) {
            return all(args[1]);
        }
        if (args.length != 1) {
            System.err.println("Give one file, or a data folder: bin/verify LEDGER.jsonl, bin/verify --data FOLDER");
            return UNUSABLE;
        }
        try {
            LedgerCheck.Result result = LedgerCheck.check(Files.readAllLines(Path.of(args[0])));
            System.out.println(result.sentence());
            return result.intact() ? INTACT : BROKEN;
        } catch (IOException e) {
            System.err.println("The file cannot be read as UTF-8 text: " + e.getMessage());
            return UNUSABLE;
        }
    }

    private static int all(String folder) {
        try {
            LedgerSurvey survey = LedgerSurvey.ofAll(DatabaseFile.open(Path.of(folder)), System.out::println);
            System.out.println(survey.sentence());
            return survey.isIntact() ? INTACT : BROKEN;
        } catch (SQLException e) {
            System.err.println(unusable(folder));
            return UNUSABLE;
        }
    }

    static String unusable(String folder) {
        return "There is no database in " + folder + " that can be opened. Name the data folder, and stop the server"
                + " that uses it.";
    }
}
