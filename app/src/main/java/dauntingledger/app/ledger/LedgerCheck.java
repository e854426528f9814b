package dauntingledger.app.ledger;

import dauntingledger.rulebook.chain.Chain;
import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.plain.CanonicalJson;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/** Follows the hash chain through an exported ledger, without the rules and without the server. */
final class LedgerCheck {

    /** Marks a line of an export that is no entry, but says what a repair has noted of the entry after it. */
    static final String MENDED = "mended";

    private static final JsonMapper JSON = JsonMapper.shared();

    private LedgerCheck() {}

    /**
     * What the check found.
     *
     * @param line the first bad line, from 1, or the number of lines if it is intact
     */
    record Result(boolean intact, int line, String sentence) {}

    static Result check(List<String> lines) {
        if (lines.isEmpty()) {
            return bad(1, "the file is empty");
        }
        Hash previous = null;
        int seq = 0;
        int mended = 0;
        boolean anew = false;
        for (int i = 0; i < lines.size(); i++) {
            try {
                Map<String, Object> line = new LinkedHashMap<>(JSON.readValue(lines.get(i), Map.class));
                if (i > 0 && line.containsKey(MENDED)) {
                    mended++;
                    anew = true;
                    continue;
                }
                Object claimed = line.remove("hash");
                if (i == 0 && !Chain.FORMAT.equals(line.get("format"))) {
                    return bad(1, "it is not the head of a ledger in the format " + Chain.FORMAT);
                }
                if (i > 0 && !anew && !Objects.equals(line.get("seq"), seq)) {
                    return bad(i + 1, "its number is " + line.get("seq") + " where " + seq + " is due");
                }
                Hash due = previous == null ? Chain.ofHead(line) : Chain.next(previous, CanonicalJson.write(line));
                if (!anew && !due.hex().equals(claimed)) {
                    return bad(i + 1, "its hash does not follow from its text and the line before it");
                }
                previous = new Hash(String.valueOf(claimed));
                seq = line.get("seq") instanceof Integer number ? number + 1 : 1;
                anew = false;
            } catch (JacksonException | IllegalArgumentException e) {
                return bad(i + 1, "it is not a line of a ledger");
            }
        }
        return new Result(
                true,
                lines.size(),
                "Intact: " + (lines.size() - 1 - mended) + " entries, ending in "
                        + Objects.requireNonNull(previous).shortForm()
                        + (mended == 0 ? "" : "; places mended: " + mended));
    }

    private static Result bad(int line, String why) {
        return new Result(false, line, "Line " + line + " is the first bad line: " + why + ".");
    }
}
