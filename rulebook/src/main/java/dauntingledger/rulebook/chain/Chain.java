package dauntingledger.rulebook.chain;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.plain.EntryCodec;
import dauntingledger.rulebook.sitting.Entry;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * The hash chain over the lines of a ledger. Changing, adding, leaving out or exchanging any line but the last ones
 * changes every hash that follows, and with them the one on the candidate's receipt.
 *
 * <p>A line is encoded as canonical JSON (RFC 8785, see {@link CanonicalJson}). The head is the line
 * <code>{"format":"daunting-ledger/1","paper":…,"paperVersion":…,"seed":…,"sitting":…}</code>, and its hash is the
 * SHA-256 of that text. Every entry's line has {@code seq}, from 1 without a gap, besides the members of {@link EntryCodec}; its
 * hash is the SHA-256 of the hash before it in 64 lower-case hexadecimal digits, a line feed, and the line.
 */
public final class Chain {

    /** The format that the head of a ledger names. */
    public static final String FORMAT = "daunting-ledger/1";

    /** The most characters that a line of a ledger has, which is what the store can hold. */
    public static final int MOST_LINE = 65_536;

    private static final int LONGEST_SEQ = 10;
    private static final int LONGEST_RECEIPT = 160;
    private static final int DIGEST_LENGTH = 32;

    private Chain() {}

    /** Returns whether an entry fits a line of a ledger, with all that the server writes to it on receipt. */
    public static boolean fits(Entry entry) {
        return CanonicalJson.write(EntryCodec.toPlain(entry)).length() <= MOST_LINE - LONGEST_SEQ - LONGEST_RECEIPT;
    }

    /**
     * Returns what announces an entry that waits to be sent: the first half of the SHA-256 of what its browser made, in
     * hexadecimal digits.
     */
    public static String digest(Entry entry) {
        return Hash.of(made(entry)).hex().substring(0, DIGEST_LENGTH);
    }

    /** Returns the canonical text of an entry as its browser made it, of which {@link #digest} is worked out. */
    public static String made(Entry entry) {
        Map<String, Object> made = EntryCodec.toPlain(entry);
        made.remove("received");
        made.remove("heard");
        made.remove("formerSeat");
        return CanonicalJson.write(made);
    }

    /**
     * Returns the head of a ledger as plain values.
     *
     * @param seed what the candidate's items and the order of options are drawn with; 0, which is left out, for a ledger
     *     from before there was one
     */
    public static Map<String, Object> head(String sitting, PaperId paper, int paperVersion, int seed) {
        Map<String, Object> head = new LinkedHashMap<>();
        head.put("format", FORMAT);
        head.put("sitting", requireNonNull(sitting, "sitting"));
        head.put("paper", paper.value());
        head.put("paperVersion", paperVersion);
        if (seed != 0) {
            head.put("seed", seed);
        }
        return head;
    }

    public static Hash ofHead(Map<String, Object> head) {
        return Hash.of(CanonicalJson.write(head));
    }

    /** Returns an entry's line as plain values. */
    public static Map<String, Object> line(long seq, Entry entry) {
        Map<String, Object> line = EntryCodec.toPlain(entry);
        line.put("seq", seq);
        return line;
    }

    /** Returns the hash of a line, given the hash before it. */
    public static Hash next(Hash previous, Map<String, Object> line) {
        return next(previous, CanonicalJson.write(line));
    }

    /** Returns the hash of a line that is in canonical form already. */
    public static Hash next(Hash previous, String canonicalLine) {
        return Hash.of(previous.hex() + "\n" + canonicalLine);
    }
}
