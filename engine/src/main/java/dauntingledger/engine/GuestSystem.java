package dauntingledger.engine;

import com.dylibso.chicory.runtime.HostFunction;
import com.dylibso.chicory.runtime.ImportFunction;
import com.dylibso.chicory.runtime.Memory;
import com.dylibso.chicory.runtime.WasmFunctionHandle;
import com.dylibso.chicory.wasi.WasiOptions;
import com.dylibso.chicory.wasi.WasiPreview1;
import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * All that a program can reach of its surroundings: three streams, a folder in memory that is made anew for each run, a clock
 * that only its own calls move on, and numbers that look drawn and are the same each time. The browser's {@code system.js}
 * does the same.
 */
final class GuestSystem implements AutoCloseable {

    /** What all files of a run may hold. */
    private static final long MOST_FILES = 16L * 1024 * 1024;

    private static final int FILE_BLOCK = 8192;

    /** 2026-01-01T00:00Z, in nanoseconds; each look at the clock finds it a microsecond later. */
    private static final long START = 1_767_225_600_000_000_000L;

    private static final long TICK = 1_000;
    private static final int SUBSCRIPTION = 48;
    private static final int EVENT = 32;
    private static final int TIMEOUT_AT = 24;
    private static final int FLAGS_AT = 40;
    private static final int NOT_SUPPORTED = 58;

    private final FileSystem files;
    private final WasiPreview1 wasi;
    private long clock = START;
    private int drawn;

    /** @param library files that programs can read, by their path in {@code /lib} */
    GuestSystem(Map<String, byte[]> library, String program, String input, BoundedOutput output, BoundedOutput error) {
        files = Jimfs.newFileSystem(Configuration.unix().toBuilder()
                .setWorkingDirectory("/")
                .setAttributeViews("unix")
                .setMaxSize(MOST_FILES)
                .setBlockSize(FILE_BLOCK)
                .build());
        Path root = files.getPath("/");
        try {
            Files.writeString(root.resolve("program"), program);
            for (Map.Entry<String, byte[]> file : library.entrySet()) {
                Path path = root.resolve("lib/" + file.getKey());
                Files.createDirectories(path.getParent());
                Files.write(path, file.getValue());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        wasi = WasiPreview1.builder()
                .withOptions(WasiOptions.builder()
                        .withStdin(new ByteArrayInputStream(input.getBytes(StandardCharsets.UTF_8)), false)
                        .withStdout(output, false)
                        .withStderr(error, false)
                        .withDirectory("/", root)
                        .withThrowOnExit0(true)
                        .build())
                .build();
    }

    /** Returns what WASI offers a guest, with the clock, the drawn numbers and the waiting of this run. */
    List<ImportFunction> functions() {
        Map<String, WasmFunctionHandle> own = new HashMap<>();
        own.put("clock_time_get", (instance, args) -> time(instance.memory(), (int) args[2]));
        own.put("random_get", (instance, args) -> draw(instance.memory(), (int) args[0], (int) args[1]));
        own.put(
                "poll_oneoff",
                (instance, args) ->
                        sleep(instance.memory(), (int) args[0], (int) args[1], (int) args[2], (int) args[3]));
        return Arrays.stream(wasi.toHostFunctions())
                .<ImportFunction>map(function -> own.containsKey(function.name())
                        ? new HostFunction(
                                function.module(), function.name(), function.functionType(), own.get(function.name()))
                        : function)
                .toList();
    }

    private long[] time(Memory memory, int result) {
        clock += TICK;
        memory.writeLong(result, clock);
        return new long[] {0};
    }

    /** Knuth's multiplicative sequence ("The Art of Computer Programming", volume 2, 3.2.1), one byte of each step. */
    private long[] draw(Memory memory, int from, int length) {
        for (int i = 0; i < length; i++) {
            drawn = drawn * 1_664_525 + 1_013_904_223;
            memory.writeByte(from + i, (byte) (drawn >>> 24));
        }
        return new long[] {0};
    }

    /** Waits for clocks alone, by moving its own on; nobody's time passes. */
    private long[] sleep(Memory memory, int subscriptions, int events, int count, int result) {
        for (int i = 0; i < count; i++) {
            int at = subscriptions + i * SUBSCRIPTION;
            if (memory.read(at + 8) != 0) {
                return new long[] {NOT_SUPPORTED};
            }
            long timeout = memory.readLong(at + TIMEOUT_AT);
            boolean absolute = (memory.read(at + FLAGS_AT) & 1) != 0;
            clock = Math.max(clock, absolute ? timeout : clock + timeout);
            memory.writeLong(events + i * EVENT, memory.readLong(at));
            memory.writeLong(events + i * EVENT + 8, 0);
            memory.writeLong(events + i * EVENT + 16, 0);
            memory.writeLong(events + i * EVENT + 24, 0);
        }
        memory.writeI32(result, count);
        return new long[] {0};
    }

    @Override
    public void close() {
        wasi.close();
        try {
            files.close();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
