package dauntingledger.app.ledger;

import dauntingledger.app.papers.PackageFile;
import dauntingledger.app.papers.PackageRefusedException;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.plain.MalformedDataException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.format.DateTimeParseException;

/** {@code bin/replay PAPER LEDGER.jsonl --at INSTANT}: prints what a candidate's room was at that instant. */
public final class ReplayCommand {

    private static final int SOUND = 0;
    private static final int BROKEN = 1;
    private static final int UNUSABLE = 2;

    private ReplayCommand() {}

    public static void main(String[] args) {
        System.exit(run(args));
    }

    /** Returns 0 if every entry counts, 1 if some do not, 2 if paper, ledger or instant cannot be read. */
    public static int run(String... args) {
        if (args.length != 4 || !args[2].equals("--at")) {
            System.err.println("Give a paper, a ledger and an instant: bin/replay PAPER LEDGER.jsonl --at "
                    + "2026-11-25T09:10:00Z. The paper is a package as a zip file or a folder.");
            return UNUSABLE;
        }
        try {
            Instant at = Instant.parse(args[3]);
            Paper paper = PackageFile.read(Path.of(args[0])).paper();
            Replay.Result result = Replay.at(paper, Files.readAllLines(Path.of(args[1])), at);
            System.out.println(result.json());
            result.broken()
                    .forEach(broken -> System.err.println(
                            "Line " + broken.line() + " (" + broken.kind() + ") does not count: " + broken.reason()));
            return result.broken().isEmpty() ? SOUND : BROKEN;
        } catch (DateTimeParseException e) {
            System.err.println("'" + args[3] + "' is no instant; write it like 2026-11-25T09:10:00Z");
        } catch (PackageRefusedException | MalformedDataException e) {
            System.err.println(e.getMessage());
        } catch (IOException e) {
            System.err.println("A file cannot be read: " + e.getMessage());
        }
        return UNUSABLE;
    }
}
