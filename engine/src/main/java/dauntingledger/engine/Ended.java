package dauntingledger.engine;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.program.Ending;

/**
 * How a run ended.
 *
 * @param ending {@link Ending#ENDED}, or what ended it before
 * @param output what it wrote, up to its bound
 * @param error what stands on its error stream, up to {@value #MOST_ERROR} bytes
 */
public record Ended(Ending ending, String output, String error) {

    static final int MOST_ERROR = 16 * 1024;

    public Ended {
        requireNonNull(ending, "ending");
        requireNonNull(output, "output");
        requireNonNull(error, "error");
    }
}
