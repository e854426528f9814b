package dauntingledger.app.ledger;

import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.plain.ActCodec;
import dauntingledger.rulebook.plain.EntryCodec;
import dauntingledger.rulebook.plain.MalformedDataException;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.plain.ReplayCodec;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.Ledger;
import dauntingledger.rulebook.sitting.Verdict;
import dauntingledger.rulebook.sitting.Window;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * Works out from a paper and the lines of a ledger what a candidate's room was at an instant. The lines may come from an
 * export or be written by hand: the head may be missing, and {@code seq}, {@code hash} and {@code received} too. That
 * nothing was changed in an export is for {@code bin/verify} to say.
 */
public final class Replay {

    private static final JsonMapper JSON = JsonMapper.shared();

    private Replay() {}

    /**
     * The room at the instant asked about.
     *
     * @param room what {@link ReplayCodec} makes of it
     * @param broken the entries that do not count, by line, with the reason
     */
    public record Result(Map<String, Object> room, List<Broken> broken) {

        /** Returns the room with the broken entries as indented JSON. */
        public String json() {
            Map<String, Object> whole = new LinkedHashMap<>(room);
            whole.put("broken", broken);
            return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(whole);
        }
    }

    /** An entry that breaks the rules, or waits for a person's decision. */
    public record Broken(int line, String kind, String reason) {}

    /**
     * Replays {@code lines} up to {@code at}.
     *
     * @throws MalformedDataException if a line is no entry, naming the line, or the ledger is of another paper
     */
    public static Result at(Paper paper, List<String> lines, Instant at) {
        List<Numbered> entries = new ArrayList<>();
        Paper drawn = paper.drawn(0);
        for (int i = 0; i < lines.size(); i++) {
            Map<?, ?> line = parse(lines.get(i), i + 1);
            if (line.containsKey("format")) {
                requirePaper(line, paper);
                drawn = paper.drawn(line.get("seed") instanceof Integer seed ? seed : 0);
            } else {
                entries.add(new Numbered(i + 1, entry(line, i + 1)));
            }
        }
        Ledger ledger = begin(drawn, entries);
        List<Broken> broken = new ArrayList<>();
        for (Numbered numbered : entries) {
            if (!numbered.entry().at().isAfter(at)) {
                enter(ledger, numbered, broken);
            }
        }
        return new Result(ReplayCodec.toPlain(ledger.sittingAt(at)), broken);
    }

    private record Numbered(int line, Entry entry) {}

    private static void enter(Ledger ledger, Numbered numbered, List<Broken> broken) {
        Entry entry = numbered.entry();
        Verdict verdict = ledger.has(entry.id()) ? Verdict.ALREADY_SO : ledger.enter(entry);
        if (!verdict.isPermitted()) {
            broken.add(new Broken(numbered.line(), ActCodec.kind(entry.act()), PlainNames.name(verdict)));
        }
    }

    /** A ledger that says on what terms it was sat is replayed on these terms. */
    private static Ledger begin(Paper paper, List<Numbered> entries) {
        Act.TermsFixed open = new Act.TermsFixed(Window.ALWAYS, Accommodations.NONE, Optional.empty());
        Act.TermsFixed terms = entries.stream()
                .map(numbered -> numbered.entry().act())
                .filter(Act.TermsFixed.class::isInstance)
                .map(Act.TermsFixed.class::cast)
                .findFirst()
                .orElse(open);
        return new Ledger(terms.personal(paper), terms.window());
    }

    private static Map<?, ?> parse(String line, int number) {
        try {
            return JSON.readValue(line, Map.class);
        } catch (JacksonException e) {
            throw new MalformedDataException("line " + number + " is not a JSON object", e);
        }
    }

    private static Entry entry(Map<?, ?> line, int number) {
        try {
            return EntryCodec.fromPlain(line);
        } catch (MalformedDataException e) {
            throw new MalformedDataException("line " + number + ": " + e.getMessage(), e);
        }
    }

    private static void requirePaper(Map<?, ?> head, Paper paper) {
        if (!paper.id().value().equals(head.get("paper"))
                || !Integer.valueOf(paper.version()).equals(head.get("paperVersion"))) {
            throw new MalformedDataException("the ledger is of paper " + head.get("paper") + " version "
                    + head.get("paperVersion") + ", not of " + paper.id() + " version " + paper.version());
        }
    }
}
