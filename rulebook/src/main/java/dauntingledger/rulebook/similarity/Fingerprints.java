package dauntingledger.rulebook.similarity;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.program.Source;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.LongPredicate;

/**
 * The fingerprints of a text, by winnowing (Schleimer, Wilkerson, Aiken: "Winnowing: Local Algorithms for Document
 * Fingerprinting", 2003). The text is reduced to its letters and digits in lower case. Of the hashes of all runs of
 * {@value #GRAM} of these, each window of {@value #WINDOW} keeps the least, the last of equal ones. So whatever two texts share
 * of {@value #SURE} letters and digits or more is found, and nothing shorter than {@value #GRAM} is.
 *
 * <p>A text that is too short for one run has no fingerprints.
 */
public final class Fingerprints {

    /** The letters and digits of a run; about three words. */
    public static final int GRAM = 16;

    /** The runs of a window. */
    public static final int WINDOW = 9;

    /** What is shared of so many letters and digits is always found. */
    public static final int SURE = GRAM + WINDOW - 1;

    /** The tokens of a run of a program; about a line. */
    public static final int PROGRAM_GRAM = 7;

    public static final int PROGRAM_WINDOW = 4;

    private static final long BASE = 1_000_003;

    private final List<Print> prints;
    private final Set<Long> hashes;

    private Fingerprints(List<Print> prints) {
        this.prints = List.copyOf(prints);
        Set<Long> all = new HashSet<>();
        prints.forEach(print -> all.add(print.hash()));
        this.hashes = Set.copyOf(all);
    }

    /**
     * A fingerprint and where it stands.
     *
     * @param from in UTF-16 code units of the text, inclusive
     * @param to exclusive
     */
    public record Print(long hash, int from, int to) {}

    /** A part of a text, in its UTF-16 code units; half-open. */
    public record Part(int from, int to) {}

    public static Fingerprints of(String text) {
        requireNonNull(text, "text");
        int[] signs = new int[text.length()];
        int[] places = new int[text.length()];
        int[] ends = new int[text.length()];
        int count = 0;
        for (int i = 0; i < text.length(); i += Character.charCount(text.codePointAt(i))) {
            int sign = text.codePointAt(i);
            if (Character.isLetterOrDigit(sign)) {
                signs[count] = Character.toLowerCase(sign);
                ends[count] = i + Character.charCount(sign);
                places[count++] = i;
            }
        }
        return winnowed(hashes(signs, count, GRAM), new Sizes(GRAM, WINDOW), places, ends);
    }

    /**
     * Returns the fingerprints of a program, by its tokens instead of letters: of the hashes of all runs of {@value
     * #PROGRAM_GRAM} tokens, each window of {@value #PROGRAM_WINDOW} keeps the least.
     *
     * @param response the name of the language, a newline, and the text; what names no language has no fingerprints
     */
    public static Fingerprints ofProgram(String response) {
        return Source.read(response)
                .map(program -> {
                    List<ProgramTokens.Token> tokens =
                            ProgramTokens.of(response, response.indexOf('\n') + 1, program.language());
                    return winnowed(
                            hashes(
                                    tokens.stream()
                                            .mapToInt(token -> token.sign().hashCode())
                                            .toArray(),
                                    tokens.size(),
                                    PROGRAM_GRAM),
                            new Sizes(PROGRAM_GRAM, PROGRAM_WINDOW),
                            tokens.stream().mapToInt(ProgramTokens.Token::from).toArray(),
                            tokens.stream().mapToInt(ProgramTokens.Token::to).toArray());
                })
                .orElseGet(() -> new Fingerprints(List.of()));
    }

    /** How many signs are in a run, and how many runs in a window. */
    private record Sizes(int gram, int window) {}

    /** The hashes of all runs, each out of the one before (Karp, Rabin 1987), and mixed so that the least is no prejudice. */
    private static long[] hashes(int[] signs, int count, int gram) {
        long[] hashes = new long[Math.max(0, count - gram + 1)];
        long power = 1;
        for (int i = 1; i < gram; i++) {
            power *= BASE;
        }
        long rolling = 0;
        for (int i = 0; i < count; i++) {
            if (i >= gram) {
                rolling -= signs[i - gram] * power;
            }
            rolling = rolling * BASE + signs[i];
            if (i >= gram - 1) {
                hashes[i - gram + 1] = mixed(rolling);
            }
        }
        return hashes;
    }

    /** Spreads a hash over all bits, as the finisher of SplitMix64 does (Steele, Lea, Flood 2014). */
    private static long mixed(long hash) {
        long one = (hash ^ hash >>> 30) * 0xbf58476d1ce4e5b9L;
        long two = (one ^ one >>> 27) * 0x94d049bb133111ebL;
        return two ^ two >>> 31;
    }

    private static Fingerprints winnowed(long[] hashes, Sizes sizes, int[] places, int[] ends) {
        List<Print> prints = new ArrayList<>();
        int last = -1;
        for (int from = 0; from == 0 || from + sizes.window() <= hashes.length; from++) {
            int least = last >= from ? last : -1;
            int to = Math.min(from + sizes.window(), hashes.length);
            for (int i = least < 0 ? from : to - 1; i < to; i++) {
                least = least < 0 || hashes[i] <= hashes[least] ? i : least;
            }
            if (least >= 0 && least != last) {
                prints.add(new Print(hashes[least], places[least], ends[least + sizes.gram() - 1]));
                last = least;
            }
        }
        return new Fingerprints(prints);
    }

    /** Returns the hashes, each once. */
    public Set<Long> hashes() {
        return hashes;
    }

    /** Returns the parts of the text whose fingerprints are {@code wanted}, in order, none touching another. */
    public List<Part> parts(LongPredicate wanted) {
        List<Part> parts = new ArrayList<>();
        for (Print print : prints) {
            if (wanted.test(print.hash())) {
                Part last = parts.isEmpty() ? new Part(-1, -1) : parts.getLast();
                if (print.from() <= last.to()) {
                    parts.set(parts.size() - 1, new Part(last.from(), print.to()));
                } else {
                    parts.add(new Part(print.from(), print.to()));
                }
            }
        }
        return parts;
    }
}
