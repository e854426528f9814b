package dauntingledger.app.papers;

import dauntingledger.app.papers.PackageRefusedException.Problem;
import dauntingledger.rulebook.plain.KeyCodec;
import dauntingledger.rulebook.plain.MalformedDataException;
import dauntingledger.rulebook.scoring.Correction;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * {@code bin/paper check PACKAGE} prints what is wrong with a package, one finding a line; {@code bin/paper score PACKAGE
 * RESPONSES.csv} prints what each response is worth by its key; {@code bin/paper results PACKAGE RESPONSES.csv} prints the
 * result of each candidate, all of them being one cohort; {@code bin/paper statistics PACKAGE RESPONSES.csv} what
 * their scores say of the questions. These take {@code --key KEY.json}, what was decided about the key
 * after the exam. {@code bin/paper similar PACKAGE RESPONSES.csv --item ID} prints who wrote alike in answer to an item, and
 * {@code bin/paper explain} with the same arguments how programs ended in each case of one. A package is a zip file, or the
 * folder that is zipped.
 */
public final class PaperCommand {

    private static final int GOOD = 0;
    private static final int REFUSED = 1;
    private static final int UNUSABLE = 2;

    private PaperCommand() {}

    public static void main(String[] args) {
        PrintStream out = new PrintStream(System.out, false, StandardCharsets.UTF_8);
        int code = run(out, args);
        out.flush();
        System.exit(code);
    }

    /** Returns 0 if the package can be imported, 1 if it cannot, 2 if the command or a file cannot be read. */
    static int run(PrintStream out, String... args) {
        try {
            if (args.length == 2 && args[0].equals("check")) {
                return check(out, Path.of(args[1]));
            }
            if (isSheet("score", args)) {
                return sheet(out, args, ResponseSheet::scores);
            }
            if (isSheet("statistics", args)) {
                return sheet(out, args, ResponseSheet::statistics);
            }
            if (args.length == 5 && args[0].equals("similar") && args[3].equals("--item")) {
                return sheet(out, args, sheet -> sheet.similar(args[4]));
            }
            if (args.length == 5 && args[0].equals("explain") && args[3].equals("--item")) {
                return sheet(out, args, sheet -> sheet.explained(args[4]));
            }
            if (isSheet("results", args)) {
                return sheet(out, args, ResponseSheet::results);
            }
        } catch (IOException e) {
            System.err.println("A file cannot be read: " + e.getMessage());
            return UNUSABLE;
        }
        System.err.println("Give a package to check: bin/paper check PACKAGE, or a package and responses, to score "
                + "each (bin/paper score PACKAGE RESPONSES.csv) or to work out the results of all as one cohort (bin/paper"
                + " results PACKAGE RESPONSES.csv), or to say what the scores tell of the questions (bin/paper statistics PACKAGE"
                + " RESPONSES.csv); to each of these, add --key KEY.json for a key that was corrected. To compare what was written in"
                + " answer to an item: bin/paper similar PACKAGE RESPONSES.csv --item ID. To say how programs ended in each case of an item:"
                + " bin/paper explain PACKAGE RESPONSES.csv --item ID. The"
                + " package is a zip file or a folder.");
        return UNUSABLE;
    }

    private static boolean isSheet(String command, String... args) {
        return args.length > 0
                && args[0].equals(command)
                && (args.length == 3 || args.length == 5 && args[3].equals("--key"));
    }

    private static int check(PrintStream out, Path path) throws IOException {
        try {
            print(out, "note: ", PackageFile.readAll(path).notes());
            return GOOD;
        } catch (PackageRefusedException e) {
            print(out, "", e.problems());
            print(out, "note: ", e.notes());
            return REFUSED;
        }
    }

    private static void print(PrintStream out, String kind, List<Problem> findings) {
        findings.forEach(finding -> out.println(finding.place() + ": " + kind + finding.what()));
    }

    private static int sheet(PrintStream out, String[] args, Function<ResponseSheet, String> printed)
            throws IOException {
        Path responses = Path.of(args[2]);
        try {
            ReadPaper paper = PackageFile.readAll(Path.of(args[1]));
            ReadPaper judging =
                    args.length == 5 && args[3].equals("--key") ? corrected(paper, Path.of(args[4])) : paper;
            out.print(printed.apply(ResponseSheet.read(judging, Files.readString(responses))));
            return GOOD;
        } catch (PackageRefusedException e) {
            e.problems().forEach(System.err::println);
            return REFUSED;
        } catch (MalformedSheetException e) {
            System.err.println(responses + ":" + e.getMessage());
            return UNUSABLE;
        } catch (MalformedDataException e) {
            System.err.println(args[4] + ": " + e.getMessage());
            return UNUSABLE;
        } catch (IllegalArgumentException e) {
            System.err.println("--item: " + e.getMessage());
            return UNUSABLE;
        }
    }

    private static ReadPaper corrected(ReadPaper paper, Path path) throws IOException {
        List<Correction> corrections;
        try {
            corrections = KeyCodec.fromPlain(JsonMapper.shared().readValue(Files.readString(path), Map.class));
        } catch (JacksonException e) {
            throw new MalformedDataException("it is no JSON that can be read: " + e.getOriginalMessage());
        }
        for (Correction correction : corrections) {
            paper.key().problem(correction).ifPresent(problem -> {
                throw new MalformedDataException("item '" + correction.item() + "': " + problem);
            });
        }
        return paper.corrected(corrections);
    }
}
