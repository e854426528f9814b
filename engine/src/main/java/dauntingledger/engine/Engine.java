package dauntingledger.engine;

import com.dylibso.chicory.runtime.ByteArrayMemory;
import com.dylibso.chicory.runtime.ImportMemory;
import com.dylibso.chicory.runtime.ImportValues;
import com.dylibso.chicory.runtime.Instance;
import com.dylibso.chicory.runtime.Machine;
import com.dylibso.chicory.runtime.Memory;
import com.dylibso.chicory.runtime.TrapException;
import com.dylibso.chicory.wasi.WasiExitException;
import com.dylibso.chicory.wasm.WasmModule;
import com.dylibso.chicory.wasm.types.MemoryImport;
import com.dylibso.chicory.wasm.types.MemoryLimits;
import dauntingledger.engine.BoundedOutput.FullException;
import dauntingledger.rulebook.program.Ending;
import dauntingledger.rulebook.program.Language;
import dauntingledger.rulebook.program.Limits;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.FutureTask;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.Function;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.jspecify.annotations.Nullable;

/**
 * The engine of one language. It is prepared once; each run is a fresh instance that begins with a copy of the memory as it was
 * then, so that nothing is left of a run for the next.
 */
final class Engine {

    private static final int PAGE = 64 * 1024;
    private static final int PAGES_IN_MB = 16;
    private static final long STACK = 64L * 1024 * 1024;
    private static final Duration PREPARING = Duration.ofMinutes(1);
    private static final String STACK_POINTER = "__stack_pointer";

    private final WasmModule module;
    private final Function<Instance, Machine> machine;
    private final Map<String, byte[]> library;
    private byte[] memory = new byte[0];
    private long stackPointer;

    private Engine(WasmModule module, Function<Instance, Machine> machine, Map<String, byte[]> library) {
        this.module = module;
        this.machine = machine;
        this.library = library;
    }

    /** Loads and prepares the engine of {@code language}. */
    static Engine of(Language language) {
        Engine engine = switch (language) {
            case PYTHON -> new Engine(PythonModule.load(), PythonModule::create, library("python-library.zip"));
            case JAVASCRIPT -> new Engine(JavaScriptModule.load(), JavaScriptModule::create, Map.of());
        };
        engine.prepare();
        return engine;
    }

    private void prepare() {
        BoundedOutput error = new BoundedOutput(Ended.MOST_ERROR, false);
        try (GuestSystem system = new GuestSystem(library, "", "", new BoundedOutput(0, true), error)) {
            Instance instance = instance(system, Limits.MOST_MEMORY_MB);
            Outcome outcome = inThread(PREPARING, () -> {
                instance.export("_initialize").apply();
                return instance.export("prepare").apply()[0];
            });
            if (outcome.code() != 0) {
                throw new IllegalStateException("an engine could not be prepared: " + error.text(), outcome.thrown());
            }
            memory = instance.memory().readBytes(0, instance.memory().pages() * PAGE);
            stackPointer = instance.exports().global(STACK_POINTER).getValue();
        }
    }

    /** Runs a program; everything that it does wrong is told by how it ended. */
    Ended run(Task task) {
        BoundedOutput output = new BoundedOutput(task.outputBytes(), true);
        BoundedOutput error = new BoundedOutput(Ended.MOST_ERROR, false);
        try (GuestSystem system = new GuestSystem(library, task.program(), task.input(), output, error)) {
            Instance instance = instance(system, task.memoryMb());
            Memory own = instance.memory();
            own.grow(memory.length / PAGE - own.pages());
            own.write(0, memory);
            instance.exports().global(STACK_POINTER).setValue(stackPointer);
            Outcome outcome = inThread(task.time(), () -> instance.export("run").apply()[0]);
            boolean full = own.pages() > task.memoryMb() * PAGES_IN_MB * 9 / 10;
            return new Ended(ending(outcome, error.text(), full), output.text(), error.text());
        }
    }

    /** @param full whether it has taken nearly all memory that it may have */
    private static Ending ending(Outcome outcome, String said, boolean full) {
        if (outcome.late()) {
            return Ending.OUT_OF_TIME;
        }
        if (outcome.isFull()) {
            return Ending.TOO_MUCH_OUTPUT;
        }
        if (outcome.code() == 0) {
            return Ending.ENDED;
        }
        return saysOutOfMemory(said) || outcome.thrown() instanceof TrapException && full
                ? Ending.OUT_OF_MEMORY
                : Ending.ERROR;
    }

    /** Each language has its own words for it, which begin a line. */
    private static boolean saysOutOfMemory(String said) {
        return said.lines()
                .anyMatch(line -> line.startsWith("MemoryError") || line.startsWith("InternalError: out of memory"));
    }

    private Instance instance(GuestSystem system, int memoryMb) {
        int first = module.importSection().stream()
                .filter(MemoryImport.class::isInstance)
                .map(imported -> ((MemoryImport) imported).limits().initialPages())
                .findFirst()
                .orElseThrow();
        ByteArrayMemory own = new ByteArrayMemory(new MemoryLimits(first, memoryMb * PAGES_IN_MB));
        return Instance.builder(module)
                .withMachineFactory(machine)
                .withImportValues(ImportValues.builder()
                        .withFunctions(system.functions())
                        .addMemory(new ImportMemory("env", "memory", own))
                        .build())
                .withStart(false)
                .build();
    }

    /** Something that runs in a thread of its own. */
    @FunctionalInterface
    private interface Work {
        long run();
    }

    /**
     * How a thread ended.
     *
     * @param late whether it was ended for its time
     * @param code what it returned; -1 if it was ended by {@code thrown}
     */
    private record Outcome(
            boolean late, long code, @Nullable Throwable thrown) {

        boolean isFull() {
            for (Throwable cause = thrown; cause != null; cause = cause.getCause()) {
                if (cause instanceof FullException) {
                    return true;
                }
            }
            return false;
        }
    }

    /** A stack that is deep enough for programs that call themselves; an interrupt ends compiled code at its next loop. */
    private static Outcome inThread(Duration time, Work work) {
        Outcome late = new Outcome(true, -1, null);
        FutureTask<Outcome> running = new FutureTask<>(() -> outcome(work));
        Thread thread = new Thread(null, running, "program", STACK);
        thread.setDaemon(true);
        thread.start();
        try {
            return running.get(time.toMillis(), TimeUnit.MILLISECONDS);
        } catch (TimeoutException e) {
            thread.interrupt();
            return late;
        } catch (InterruptedException e) {
            thread.interrupt();
            Thread.currentThread().interrupt();
            return late;
        } catch (ExecutionException e) {
            throw new IllegalStateException("an engine failed", e.getCause());
        }
    }

    private static Outcome outcome(Work work) {
        try {
            return new Outcome(false, work.run(), null);
        } catch (WasiExitException e) {
            return new Outcome(false, e.exitCode(), e);
        } catch (RuntimeException | StackOverflowError e) {
            // A trap, too much output, or something that the system has no answer to: all of them end the program.
            return new Outcome(false, -1, e);
        }
    }

    private static Map<String, byte[]> library(String name) {
        Map<String, byte[]> library = new HashMap<>();
        try (InputStream stream = Engine.class.getResourceAsStream("/META-INF/resources/assets/engines/" + name);
                ZipInputStream zip = new ZipInputStream(Objects.requireNonNull(stream, name))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                library.put(entry.getName(), zip.readAllBytes());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return Map.copyOf(library);
    }
}
