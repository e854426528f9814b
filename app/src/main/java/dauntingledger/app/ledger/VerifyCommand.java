package dauntingledger.app.ledger;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** {@code bin/verify FILE}: says whether an exported ledger is intact, or names its first bad line. */
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
        if (args.length != 1) {
            System.err.println("Give one file: bin/verify LEDGER.jsonl");
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
}
