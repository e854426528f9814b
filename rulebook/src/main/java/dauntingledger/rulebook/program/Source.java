package dauntingledger.rulebook.program;

import static java.util.Objects.requireNonNull;

import java.util.Optional;

/** A program as a response holds it: the name of its language, a newline, and the text. */
public record Source(Language language, String text) {

    public Source {
        requireNonNull(language, "language");
        requireNonNull(text, "text");
    }

    /** Reads a response; empty if it does not begin with the name of a language. */
    public static Optional<Source> read(String response) {
        int end = response.indexOf('\n');
        return Language.find(end < 0 ? response : response.substring(0, end))
                .map(language -> new Source(language, end < 0 ? "" : response.substring(end + 1)));
    }

    /** Returns the response that {@link #read} makes this of. */
    public String written() {
        return language.word() + "\n" + text;
    }

    /** Returns the number of lines; a newline at the end begins no other. */
    public int lines() {
        int lines = text.isEmpty() || text.endsWith("\n") ? 0 : 1;
        for (int i = 0; i < text.length(); i++) {
            lines += text.charAt(i) == '\n' ? 1 : 0;
        }
        return lines;
    }
}
