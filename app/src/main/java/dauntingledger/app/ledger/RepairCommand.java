package dauntingledger.app.ledger;

import java.nio.file.Path;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;

/**
 * {@code bin/repair DATA}: lets ledgers be used again that cannot be followed, and says what it did. No line is changed or
 * removed: one that cannot be read is set aside, and where the chain is broken it is taken up anew; both are noted.
 */
public final class RepairCommand {

    private static final int DONE = 0;
    private static final int UNUSABLE = 2;

    private RepairCommand() {}

    public static void main(String[] args) {
        System.exit(run(args));
    }

    /** Returns 0 if every ledger can be followed now, 2 if there is no database to work on. */
    public static int run(String... args) {
        if (args.length != 1) {
            System.err.println("Give the data folder of a server that is stopped: bin/repair DATA");
            return UNUSABLE;
        }
        try (StoredLedgers ledgers = StoredLedgers.in(Path.of(args[0]))) {
            int mended = 0;
            for (StoredLedgers.Stored ledger : ledgers.all()) {
                List<StoredLedgers.Finding> findings = ledgers.findings(ledger);
                for (StoredLedgers.Finding finding : findings) {
                    if (!finding.mended()) {
                        ledgers.mend(finding, Instant.now());
                        System.out.println(sentence(finding));
                        mended++;
                    }
                }
            }
            System.out.println(
                    mended == 0
                            ? "There was nothing to repair."
                            : "Places mended: " + mended + ". No stored line was changed.");
            return DONE;
        } catch (SQLException e) {
            System.err.println(VerifyCommand.unusable(args[0]));
            return UNUSABLE;
        }
    }

    private static String sentence(StoredLedgers.Finding finding) {
        String what = switch (finding.kind()) {
            case ASIDE -> "it is set aside and does not count";
            case CHAIN -> "the chain is taken up anew there";
        };
        return "Sitting " + finding.sitting() + ", line " + finding.seq() + ": " + finding.why() + "; " + what + ".";
    }
}
