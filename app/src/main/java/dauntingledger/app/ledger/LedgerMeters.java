package dauntingledger.app.ledger;

import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Progress;
import io.micrometer.core.instrument.FunctionCounter;
import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import org.springframework.stereotype.Component;

/** The figures of ledgers and their store, for whoever runs the installation. */
@Component
class LedgerMeters implements MeterBinder {

    /*
     * Figures that are counted in the database are counted once in ten seconds at most, whoever asks how often; and not
     * at all while the store takes nothing, when a question might never come back.
     */

    private static final Duration KEPT = Duration.ofSeconds(10);

    private final StandingBook standings;
    private final Deadlines deadlines;
    private final GroupCommit writer;
    private final StoreGate gate;
    private final StoreWatch.FreeSpace space;
    private final ClockKeeper keeper;
    private final Clock clock;
    private Counted counted = new Counted(new StandingBook.Figures(Map.of(), 0, 0), Duration.ZERO, Instant.EPOCH);

    LedgerMeters(
            StandingBook standings,
            Deadlines deadlines,
            GroupCommit writer,
            StoreGate gate,
            StoreWatch.FreeSpace space,
            ClockKeeper keeper,
            Clock clock) {
        this.standings = standings;
        this.deadlines = deadlines;
        this.writer = writer;
        this.gate = gate;
        this.space = space;
        this.keeper = keeper;
        this.clock = clock;
    }

    private record Counted(StandingBook.Figures figures, Duration sweepLag, Instant at) {}

    @Override
    public void bindTo(MeterRegistry registry) {
        for (Progress progress : Progress.values()) {
            Gauge.builder("exam.sittings", () -> counted().figures().sittings().getOrDefault(progress, 0L))
                    .tag("stage", PlainNames.name(progress))
                    .description("sittings of exams, by how far they are")
                    .register(registry);
        }
        Gauge.builder("exam.sittings.unreadable", () -> counted().figures().unreadable())
                .description("sittings that could not be read when they were last opened")
                .register(registry);
        Gauge.builder("exam.entries.held", () -> counted().figures().held())
                .description("entries that wait for a person to decide")
                .register(registry);
        Gauge.builder("exam.sweep.lag", () -> counted().sweepLag().toMillis() / 1e3)
                .description("for how long the oldest deadline has been over that nobody has dealt with")
                .baseUnit("seconds")
                .register(registry);
        FunctionCounter.builder("exam.entries", writer, GroupCommit::written)
                .description("lines of ledgers that came to the disk since the start")
                .register(registry);
        Gauge.builder("exam.store.up", () -> gate.isClosed() ? 0 : 1)
                .description("1 while the store takes what is written")
                .register(registry);
        Gauge.builder("exam.store.free", space::bytes)
                .description("free space where the data is")
                .baseUnit("bytes")
                .register(registry);
        Gauge.builder("exam.clock.ahead", () -> keeper.ahead().toMillis() / 1e3)
                .description("how far the computer's clock is ahead of the exam's")
                .baseUnit("seconds")
                .register(registry);
    }

    private synchronized Counted counted() {
        Instant now = clock.instant();
        if (!gate.isClosed() && !now.isBefore(counted.at().plus(KEPT))) {
            counted = new Counted(standings.figures(), deadlines.lag(now), now);
        }
        return counted;
    }
}
