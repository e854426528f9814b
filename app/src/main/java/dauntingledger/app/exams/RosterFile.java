package dauntingledger.app.exams;

import dauntingledger.rulebook.exam.RosterCheck;
import dauntingledger.rulebook.exam.RosterFinding;
import dauntingledger.rulebook.exam.RosterFinding.Problem;
import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CoderResult;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.apache.commons.csv.CSVException;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/**
 * Reads a roster by RFC 4180: UTF-8 with or without a byte order mark; comma, semicolon or tab, whichever the heading has
 * most of.
 */
final class RosterFile {

    private static final char MARK = '\uFEFF';
    private static final char[] DELIMITERS = {',', ';', '\t'};

    private RosterFile() {}

    /** Rows, which are good only if there are no findings. */
    record Read(List<RosterCheck.Row> rows, List<RosterFinding> findings) {}

    static Read read(byte[] bytes) {
        CharsetDecoder decoder = StandardCharsets.UTF_8
                .newDecoder()
                .onMalformedInput(CodingErrorAction.REPORT)
                .onUnmappableCharacter(CodingErrorAction.REPORT);
        CharBuffer text = CharBuffer.allocate(bytes.length);
        ByteBuffer in = ByteBuffer.wrap(bytes);
        CoderResult end = decoder.decode(in, text, true);
        text.flip();
        if (end.isError()) {
            int line = 1 + (int) text.chars().filter(c -> c == '\n').count();
            return new Read(List.of(), List.of(new RosterFinding(line, "", Problem.NOT_UTF_8, "")));
        }
        String whole = text.toString();
        return rows(!whole.isEmpty() && whole.charAt(0) == MARK ? whole.substring(1) : whole);
    }

    private static Read rows(String text) {
        CSVFormat format = CSVFormat.RFC4180
                .builder()
                .setDelimiter(delimiter(text))
                .setIgnoreEmptyLines(true)
                .get();
        List<RosterCheck.Row> rows = new ArrayList<>();
        long next = 1;
        try (CSVParser parser = CSVParser.parse(new StringReader(text), format)) {
            for (CSVRecord record : parser) {
                int begins = (int) (parser.getCurrentLineNumber() - lines(record));
                rows.add(new RosterCheck.Row(
                        Math.max(1, begins),
                        record.stream().map(RosterFile::plain).toList()));
                next = parser.getCurrentLineNumber() + 1;
                if (rows.size() > RosterCheck.MOST_LINES + 1) {
                    break;
                }
            }
            return new Read(rows, List.of());
        } catch (UncheckedIOException e) {
            if (e.getCause() instanceof CSVException) {
                return new Read(rows, List.of(new RosterFinding((int) next, "", Problem.BROKEN_QUOTES, "")));
            }
            throw e;
        } catch (IOException e) {
            throw new UncheckedIOException("a text in memory can be read", e);
        }
    }

    /** Takes the apostrophe off again that keeps a spreadsheet from running a cell which was taken out here. */
    private static String plain(String cell) {
        boolean kept = cell.length() > 1 && cell.charAt(0) == '\'' && "=+-@\t\r".indexOf(cell.charAt(1)) >= 0;
        return kept ? cell.substring(1) : cell;
    }

    /** Returns how many line breaks a record has inside its cells; the one at its end is counted by the parser. */
    private static long lines(CSVRecord record) {
        return record.stream()
                .flatMapToInt(String::chars)
                .filter(c -> c == '\n')
                .count();
    }

    private static char delimiter(String text) {
        int end = text.indexOf('\n');
        String heading = end < 0 ? text : text.substring(0, end);
        char most = DELIMITERS[0];
        long count = 0;
        for (char delimiter : DELIMITERS) {
            long here = heading.chars().filter(c -> c == delimiter).count();
            if (here > count) {
                most = delimiter;
                count = here;
            }
        }
        return most;
    }
}
