package dauntingledger.rulebook.program;

import java.util.Arrays;
import java.util.Optional;

/** A language that programs are written in. */
public enum Language {
    PYTHON("python", "py", "pass"),
    JAVASCRIPT("javascript", "js", ";");

    private final String word;
    private final String brief;
    private final String idle;

    Language(String word, String brief, String idle) {
        this.word = word;
        this.brief = brief;
        this.idle = idle;
    }

    /** Returns what a cell of the ledger calls it. */
    public String brief() {
        return brief;
    }

    /** Returns a statement that does nothing, which may stand anywhere. */
    String idle() {
        return idle;
    }

    /** Returns what responses and packages call it. */
    public String word() {
        return word;
    }

    public static Optional<Language> find(String word) {
        return Arrays.stream(values())
                .filter(language -> language.word().equals(word))
                .findFirst();
    }

    /** Returns every language as packages call it, with commas between them. */
    public static String words() {
        return String.join(", ", Arrays.stream(values()).map(Language::word).toList());
    }

    /**
     * Returns {@code program} as it is run to answer a call: with a line after it that prints what the call comes to.
     *
     * @param call an expression, which may be empty; then the program is run as it is
     */
    public String calling(String program, String call) {
        return call.isEmpty() ? program : program + "\nprint(" + call + ")\n";
    }
}
