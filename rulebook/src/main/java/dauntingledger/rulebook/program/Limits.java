package dauntingledger.rulebook.program;

import static java.util.Objects.requireNonNull;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;

/**
 * What one run of a program may use.
 *
 * @param time in a candidate's browser, 100 ms to 10 s; the server, which is slower, gives {@value #SERVER_TIMES} times as much
 * @param memoryMb in mebibytes, 16 to {@value #MOST_MEMORY_MB}, what the engine itself needs included
 * @param outputKb what is written, in kibibytes, 1 to 1,024
 */
public record Limits(Duration time, int memoryMb, int outputKb) {

    public static final int SERVER_TIMES = 10;

    /** The most that an engine can have. */
    public static final int MOST_MEMORY_MB = 128;

    public static final Limits USUAL = new Limits(Duration.ofSeconds(2), 64, 64);

    private static final Duration LEAST_TIME = Duration.ofMillis(100);
    private static final Duration MOST_TIME = Duration.ofSeconds(10);
    private static final int LEAST_MEMORY_MB = 16;
    private static final int MOST_OUTPUT_KB = 1024;

    public Limits {
        requireNonNull(time, "time");
    }

    public Duration onServer() {
        return time.multipliedBy(SERVER_TIMES);
    }

    /** Returns everything that is wrong with this, a sentence each. */
    public List<String> findings() {
        List<String> findings = new ArrayList<>();
        if (time.compareTo(LEAST_TIME) < 0 || time.compareTo(MOST_TIME) > 0) {
            findings.add("time-ms must be 100 to 10000, but is " + time.toMillis());
        }
        if (memoryMb < LEAST_MEMORY_MB || memoryMb > MOST_MEMORY_MB) {
            findings.add("memory-mb must be 16 to " + MOST_MEMORY_MB + ", but is " + memoryMb);
        }
        if (outputKb < 1 || outputKb > MOST_OUTPUT_KB) {
            findings.add("output-kb must be 1 to 1024, but is " + outputKb);
        }
        return findings;
    }
}
