package dauntingledger.engine;

import dauntingledger.rulebook.program.Case;
import dauntingledger.rulebook.program.Cases;
import dauntingledger.rulebook.program.Ending;
import dauntingledger.rulebook.program.Source;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.jspecify.annotations.Nullable;

/**
 * A process apart in which programs run, one at a time. It has no environment, no folder but the one with its own libraries,
 * comes after everything else that the machine has to do, and, where this application runs as root, runs as nobody. It is
 * started when it is needed, and again when it has ended or was ended because it did not keep to its time. For one thread at a
 * time.
 */
public final class Judge implements AutoCloseable {

    /** What a run may take longer than its own time: the process has to start, and the engine to be prepared. */
    private static final Duration GRACE = Duration.ofSeconds(60);

    private static final String NOBODY = "65534";
    private static final Path SET_PRIVILEGES = Path.of("/usr/bin/setpriv");
    private static final Path NICE = Path.of("/usr/bin/nice");

    private static @Nullable JudgeFolder folder;

    private @Nullable Running running;

    /** A process and its ends of the wire. */
    private record Running(Process process, DataOutputStream tasks, DataInputStream results) {}

    /** How a program ended in one case. */
    public record Judged(Ending ending, String output, String error) {}

    /** Runs a program in every case, in their order, with the time that the server gives. */
    public List<Judged> judge(Source program, Cases cases) {
        List<Judged> judged = new ArrayList<>();
        for (Case one : cases.all()) {
            Ended ended = run(new Task(
                    program.language(),
                    program.language().calling(program.text(), one.call()),
                    one.input(),
                    cases.limits().onServer(),
                    cases.limits().memoryMb(),
                    cases.limits().outputKb() * 1024));
            Ending ending = cases.comparison().ending(ended.ending(), one.output(), ended.output());
            judged.add(new Judged(ending, ended.output(), ended.error()));
        }
        return judged;
    }

    /** Runs a program once. One that ends the process itself, twice, has ended with an error. */
    Ended run(Task task) {
        return attempt(task)
                .or(() -> attempt(task))
                .orElseGet(() -> new Ended(Ending.ERROR, "", "The program ended the engine that ran it."));
    }

    /** Returns how a run ended; empty if the process was gone. */
    private Optional<Ended> attempt(Task task) {
        try {
            Running at = started();
            CompletableFuture<Ended> answer =
                    CompletableFuture.supplyAsync(() -> said(at, task), Thread::startVirtualThread);
            return Optional.of(answer.get(task.time().plus(GRACE).toMillis(), TimeUnit.MILLISECONDS));
        } catch (ExecutionException e) {
            close();
            return Optional.empty();
        } catch (TimeoutException e) {
            close();
            return Optional.of(new Ended(Ending.OUT_OF_TIME, "", ""));
        } catch (InterruptedException e) {
            close();
            Thread.currentThread().interrupt();
            throw new IllegalStateException("interrupted while a program ran", e);
        }
    }

    private static Ended said(Running at, Task task) {
        try {
            Wire.write(at.tasks(), task);
            return Wire.readEnded(at.results());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private Running started() {
        Running at = running;
        if (at == null || !at.process().isAlive()) {
            close();
            at = start();
            running = at;
        }
        return at;
    }

    private static Running start() {
        try {
            JudgeFolder from = folder();
            ProcessBuilder builder = new ProcessBuilder(command(from))
                    .directory(from.path().toFile())
                    .redirectError(ProcessBuilder.Redirect.DISCARD);
            builder.environment().clear();
            Process process = builder.start();
            return new Running(
                    process,
                    new DataOutputStream(process.getOutputStream()),
                    new DataInputStream(process.getInputStream()));
        } catch (IOException e) {
            throw new UncheckedIOException("the process in which programs run cannot be started", e);
        }
    }

    /**
     * Judging waits for everything else that this machine has to do. The compiler of the virtual machine leaves methods as large
     * as an interpreter's loop alone, if it is not told.
     */
    private static List<String> command(JudgeFolder from) {
        List<String> command = new ArrayList<>();
        if (Files.isExecutable(NICE)) {
            command.addAll(List.of(NICE.toString(), "-n", "19"));
        }
        if (Files.isExecutable(SET_PRIVILEGES)) {
            command.addAll(List.of(SET_PRIVILEGES.toString(), "--no-new-privs"));
            if (System.getProperty("user.name").equals("root")) {
                command.addAll(
                        List.of("--reuid", NOBODY, "--regid", NOBODY, "--clear-groups", "--bounding-set", "-all"));
            }
        }
        command.addAll(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx512m",
                "-Xshare:auto",
                "-XX:+UseSerialGC",
                "-XX:-UsePerfData",
                "-XX:-DontCompileHugeMethods",
                "-XX:MaxNodeLimit=600000",
                "-XX:NodeLimitFudgeFactor=12000",
                "-XX:+ExitOnOutOfMemoryError",
                "-cp",
                from.classPath(),
                JudgeProcess.class.getName()));
        return command;
    }

    private static synchronized JudgeFolder folder() throws IOException {
        if (folder == null) {
            folder = JudgeFolder.make();
        }
        return folder;
    }

    /** Ends the process; whatever runs in it is lost. */
    @Override
    public void close() {
        if (running != null) {
            running.process().destroyForcibly();
            running = null;
        }
    }
}
