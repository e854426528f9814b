package dauntingledger.engine;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.program.Language;
import java.time.Duration;

/**
 * One run of a program.
 *
 * @param input what it reads
 * @param time how long it may take
 * @param memoryMb in mebibytes, the engine included
 * @param outputBytes how much it may write, errors not included
 */
public record Task(Language language, String program, String input, Duration time, int memoryMb, int outputBytes) {
    public Task {
        requireNonNull(language, "language");
        requireNonNull(program, "program");
        requireNonNull(input, "input");
        requireNonNull(time, "time");
    }
}
