package dauntingledger.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;

/** How much of the processors' time the host has given to others meanwhile, by {@code /proc/stat} (proc(5)). */
final class Stolen {

    private static final int STEAL = 8;
    private static final double TOO_MUCH = 5;

    private final long[] before = read();

    /** Returns the share since this was made, in per cent; 0 where the system does not tell. */
    double percent() {
        long[] now = read();
        long total = sum(now) - sum(before);
        return total == 0 || now.length <= STEAL ? 0 : 100.0 * (now[STEAL] - before[STEAL]) / total;
    }

    /** Returns what is to be said behind a figure. */
    String said() {
        double percent = percent();
        return ", %.1f %% stolen%s".formatted(percent, percent > TOO_MUCH ? ": NOT A FIGURE" : "");
    }

    private static long sum(long[] times) {
        return Arrays.stream(times, 0, Math.min(times.length, STEAL + 1)).sum();
    }

    private static long[] read() {
        try {
            String line = Files.readAllLines(Path.of("/proc/stat")).getFirst();
            return Arrays.stream(("0" + line.substring("cpu".length())).split("\\s+"))
                    .mapToLong(Long::parseLong)
                    .toArray();
        } catch (IOException e) {
            return new long[0];
        }
    }
}
