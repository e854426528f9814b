package dauntingledger.app.papers;

import dauntingledger.engine.Judge;
import dauntingledger.rulebook.program.Cases;
import dauntingledger.rulebook.program.Ending;
import dauntingledger.rulebook.program.Runs;
import dauntingledger.rulebook.program.Source;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Queue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/** Runs programs at once, for the commands: all of them ahead, side by side. */
final class JudgedHere implements Runs {

    private final Map<Judged, List<Ending>> endings = new ConcurrentHashMap<>();

    /** A program and the cases that it is run in. */
    record Judged(Source program, Cases cases) {}

    @Override
    public Optional<List<Ending>> of(Source program, Cases cases) {
        return Optional.ofNullable(endings.get(new Judged(program, cases)));
    }

    /** Runs each program once in its cases. */
    void run(Collection<Judged> programs) {
        Queue<Judged> left = new ConcurrentLinkedQueue<>(programs);
        int side = Math.min(Runtime.getRuntime().availableProcessors(), left.size());
        Map<Integer, Future<?>> running = new HashMap<>();
        try (ExecutorService threads = Executors.newFixedThreadPool(Math.max(1, side))) {
            for (int i = 0; i < side; i++) {
                running.put(i, threads.submit(() -> work(left)));
            }
        }
        running.values().forEach(JudgedHere::throwIfFailed);
    }

    private void work(Queue<Judged> left) {
        try (Judge judge = new Judge()) {
            for (Judged one = left.poll(); one != null; one = left.poll()) {
                endings.put(
                        one,
                        judge.judge(one.program(), one.cases()).stream()
                                .map(Judge.Judged::ending)
                                .toList());
            }
        }
    }

    private static void throwIfFailed(Future<?> ended) {
        try {
            ended.get();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (ExecutionException e) {
            throw new IllegalStateException("programs could not be run", e.getCause());
        }
    }
}
