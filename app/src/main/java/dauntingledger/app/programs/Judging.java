package dauntingledger.app.programs;

import dauntingledger.app.papers.PaperMarking;
import dauntingledger.engine.Judge;
import dauntingledger.rulebook.program.Case;
import dauntingledger.rulebook.program.Cases;
import dauntingledger.rulebook.program.Ending;
import dauntingledger.rulebook.program.Runs;
import dauntingledger.rulebook.program.Source;
import dauntingledger.rulebook.response.Program;
import dauntingledger.rulebook.sitting.Question;
import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.Condition;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;

/**
 * The queue of programs that wait to be run, and those who run them. Whoever works out marks and finds a program that was not
 * run puts it in: so what was in the queue when the server stopped is in it again as soon as somebody asks, and
 * {@link JudgingAhead} asks when an exam is handed in and when the server starts.
 */
@Component
public class Judging implements Runs, DisposableBean, MeterBinder {

    private static final Logger log = LoggerFactory.getLogger(Judging.class);

    /** For how long one program is run before others have their turn. */
    private static final Duration SLICE = Duration.ofSeconds(2);

    private final Verdicts verdicts;
    private final ProgramSettings settings;
    private final Supplier<Judge> judges;
    private final ReentrantLock lock = new ReentrantLock();
    private final Condition changed = lock.newCondition();
    private final Deque<Waiting> queue = new ArrayDeque<>();
    private final Set<Waiting> known = new HashSet<>();
    private final List<Thread> threads = new ArrayList<>();
    private boolean stopped;

    @Autowired
    Judging(Verdicts verdicts, ProgramSettings settings) {
        this(verdicts, settings, Judge::new);
    }

    Judging(Verdicts verdicts, ProgramSettings settings, Supplier<Judge> judges) {
        this.verdicts = verdicts;
        this.settings = settings;
        this.judges = judges;
    }

    /** A program that waits, and the cases that it has to be run in. */
    private record Waiting(Source program, Cases cases) {}

    /** Returns how a program ended; one that was not run yet is put into the queue. */
    @Override
    public Optional<List<Ending>> of(Source program, Cases cases) {
        Optional<List<Ending>> endings = verdicts.of(program, cases);
        if (endings.isEmpty()) {
            put(new Waiting(program, cases), false);
        }
        return endings;
    }

    /** Has the programs in answer to a question run before all others, and waits until they are, for {@code patience} at most. */
    public void judge(PaperMarking marking, Question question, Duration patience) {
        marking.programs(question.item().id())
                .forEach((response, judged) -> question.response(response)
                        .flatMap(Program::source)
                        .ifPresent(program -> judge(program, judged.cases(), patience)));
    }

    private void judge(Source program, Cases cases, Duration patience) {
        Waiting one = new Waiting(program, cases);
        if (verdicts.of(program, cases).isPresent()) {
            return;
        }
        put(one, true);
        lock.lock();
        try {
            long left = patience.toNanos();
            while (known.contains(one) && left > 0) {
                left = changed.awaitNanos(left);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } finally {
            lock.unlock();
        }
    }

    /** Has programs run again in {@code cases}, whatever is known of them. */
    public void again(Collection<Source> programs, Cases cases) {
        verdicts.forget(programs, cases);
        programs.forEach(program -> put(new Waiting(program, cases), false));
    }

    @Override
    public void bindTo(MeterRegistry registry) {
        Gauge.builder("exam.programs.waiting", this::waiting)
                .description("programs that wait or run")
                .register(registry);
    }

    /** Returns how many programs wait or run. */
    public int waiting() {
        lock.lock();
        try {
            return known.size();
        } finally {
            lock.unlock();
        }
    }

    private void put(Waiting one, boolean first) {
        lock.lock();
        try {
            if (stopped) {
                return;
            }
            if (known.add(one)) {
                queue.add(one);
            }
            if (first && queue.remove(one)) {
                queue.addFirst(one);
            }
            while (threads.size() < Math.min(settings.number(), known.size())) {
                Thread thread = new Thread(this::work, "judging");
                thread.setDaemon(true);
                threads.add(thread);
                thread.start();
            }
            changed.signalAll();
        } finally {
            lock.unlock();
        }
    }

    /** Runs what waits, in a process of its own, until there was nothing for a while. */
    private void work() {
        try (Judge judge = judges.get()) {
            for (Waiting one = next(); one != null; one = next()) {
                boolean done = true;
                try {
                    done = run(judge, one);
                } catch (RuntimeException e) {
                    // It is asked for again when somebody looks; the others go on meanwhile.
                    log.warn("A program could not be judged and waits to be asked for again", e);
                } finally {
                    leave(one, done);
                }
            }
        }
    }

    /**
     * Runs a program in those cases that it was not run in, for a while; returns whether all are done. One that takes long
     * lets the others go before it goes on, so that a loop without end keeps nobody waiting.
     */
    private boolean run(Judge judge, Waiting one) {
        long until = System.nanoTime() + SLICE.toNanos();
        Cases missing = verdicts.missing(one.program(), one.cases());
        for (Case next : missing.all()) {
            if (System.nanoTime() > until) {
                return false;
            }
            Cases alone = new Cases(missing.limits(), missing.comparison(), List.of(next));
            verdicts.keep(
                    one.program(),
                    alone,
                    judge.judge(one.program(), alone).stream()
                            .map(Judge.Judged::ending)
                            .toList());
        }
        return true;
    }

    /** Returns what comes next, or nothing when this thread is not needed any more. */
    private @Nullable Waiting next() {
        lock.lock();
        try {
            long left = settings.rest().toNanos();
            while (queue.isEmpty() && !stopped && left > 0) {
                left = changed.awaitNanos(left);
            }
            if (queue.isEmpty() || stopped) {
                threads.remove(Thread.currentThread());
                return null;
            }
            return queue.removeFirst();
        } catch (InterruptedException e) {
            threads.remove(Thread.currentThread());
            return null;
        } finally {
            lock.unlock();
        }
    }

    private void leave(Waiting one, boolean done) {
        lock.lock();
        try {
            if (done) {
                known.remove(one);
            } else {
                queue.add(one);
            }
            changed.signalAll();
        } finally {
            lock.unlock();
        }
    }

    /** Waits until nothing is left to run; for tests and measurements. */
    boolean settled(Duration patience) throws InterruptedException {
        lock.lock();
        try {
            long left = patience.toNanos();
            while (!known.isEmpty() && left > 0) {
                left = changed.awaitNanos(left);
            }
            return known.isEmpty();
        } finally {
            lock.unlock();
        }
    }

    @Override
    public void destroy() throws InterruptedException {
        List<Thread> running;
        lock.lock();
        try {
            stopped = true;
            changed.signalAll();
            running = List.copyOf(threads);
        } finally {
            lock.unlock();
        }
        for (Thread thread : running) {
            thread.interrupt();
            thread.join(TimeUnit.SECONDS.toMillis(5));
        }
    }
}
