package dauntingledger.rulebook.response;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A text of sentences.
 *
 * @param leastWords from how many words it is a full answer; at least 1
 * @param mostWords up to how many words are expected; 0 for any number. More can be entered.
 * @param maxLength the most characters that can be entered; 1 to {@value #MOST}
 */
public record ExtendedText(ResponseId response, Format format, int leastWords, int mostWords, int maxLength)
        implements Interaction {

    public static final int MOST = 40_000;

    public ExtendedText {
        requireNonNull(response, "response");
        requireNonNull(format, "format");
    }

    /** How a text may be set. */
    public enum Format {
        PLAIN,
        /** Lines that begin with "- " are points of a list; *stars* set words strong and _lines_ slanted. */
        SIMPLE
    }

    /** Returns how many words {@code text} has: runs of characters between spaces that hold a letter or a digit. */
    public static int words(String text) {
        int words = 0;
        boolean counted = false;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (Signs.isSpace(c)) {
                counted = false;
            } else if (!counted && Signs.isWordy(c)) {
                counted = true;
                words++;
            }
        }
        return words;
    }

    @Override
    public Value blank() {
        return Value.typed("");
    }

    @Override
    public Optional<Misfit> misfit(List<String> elements) {
        return Misfit.ofLength(elements, maxLength);
    }

    @Override
    public Completeness completeness(Value value) {
        return words(value.elements().getFirst()) < leastWords ? Completeness.PART : Completeness.FULL;
    }

    /** Returns the number of words: {@code 212 w}. */
    @Override
    public String label(Value value) {
        return words(value.elements().getFirst()) + " w";
    }

    @Override
    public List<String> findings() {
        List<String> findings = new ArrayList<>();
        if (leastWords < 1 || mostWords < 0 || (mostWords > 0 && mostWords < leastWords)) {
            findings.add("words must satisfy 1 <= least (" + leastWords + ") <= most (" + mostWords + ")");
        }
        if (maxLength < 1 || maxLength > MOST) {
            findings.add("the text must take 1 to " + MOST + " characters, but takes " + maxLength);
        }
        return findings;
    }

    @Override
    public Task task() {
        return mostWords > 0 ? Task.of("text.range", leastWords, mostWords) : Task.of("text");
    }

    @Override
    public List<String> example() {
        String words = "She waits for the flood and crosses the bar at half tide.";
        return List.of(words.substring(0, Math.min(words.length(), maxLength)));
    }
}
