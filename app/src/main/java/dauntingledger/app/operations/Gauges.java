package dauntingledger.app.operations;

import dauntingledger.app.backup.Backups;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Progress;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.Timer;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Reads the meters of the other packages, so that a page and a collector of metrics can never differ. */
@Component
class Gauges {

    private final MeterRegistry registry;
    private final Backups backups;
    private final ClockWatch watch;
    private final Path data;

    Gauges(MeterRegistry registry, Backups backups, ClockWatch watch, @Value("${exam.data:./data}") Path data) {
        this.registry = registry;
        this.backups = backups;
        this.watch = watch;
        this.data = data;
    }

    Readings read() {
        return new Readings(
                value("exam.store.up") > 0,
                value("exam.nodes.heard") > 0,
                (long) value("exam.store.free"),
                acknowledged(),
                seconds("exam.sweep.lag"),
                seconds("exam.clock.ahead"),
                watch.off(),
                !backups.isMadeHere()
                        ? Optional.of(Duration.ZERO)
                        : Optional.of(value("exam.backup.age"))
                                .filter(age -> !age.isNaN())
                                .map(age -> Duration.ofSeconds(age.longValue())),
                backups.failure().map(Backups.Failure::why).orElse(""),
                isBesideData(),
                (long) value("exam.entries.held"),
                (long) value("exam.sittings.unreadable"),
                (long) value("exam.mail.failed"),
                (long) value("exam.programs.waiting"));
    }

    /** Returns how many sittings there are at each stage, in the order of a sitting. */
    Map<String, Long> sittings() {
        Map<String, Long> sittings = new LinkedHashMap<>();
        for (Progress progress : Progress.values()) {
            String stage = PlainNames.name(progress);
            sittings.put(stage, (long)
                    registry.get("exam.sittings").tag("stage", stage).gauge().value());
        }
        return sittings;
    }

    /** Returns how many event streams are open, of rooms and boards. */
    Map<String, Long> streams() {
        Map<String, Long> streams = new LinkedHashMap<>();
        registry.find("exam.streams")
                .gauges()
                .forEach(gauge -> streams.put(String.valueOf(gauge.getId().getTag("kind")), (long) gauge.value()));
        return streams;
    }

    /** Returns how many lines of ledgers came to the disk since the start. */
    long entries() {
        return (long) registry.get("exam.entries").functionCounter().count();
    }

    private Optional<Readings.Spread> acknowledged() {
        Timer timer = registry.get("exam.acknowledgement").timer();
        double[] quantiles = Arrays.stream(timer.takeSnapshot().percentileValues())
                .mapToDouble(value -> value.value(TimeUnit.NANOSECONDS))
                .toArray();
        return quantiles.length < 2 || quantiles[1] == 0
                ? Optional.empty()
                : Optional.of(new Readings.Spread(
                        Duration.ofNanos((long) quantiles[0]), Duration.ofNanos((long) quantiles[1])));
    }

    private boolean isBesideData() {
        try {
            return backups.isMadeHere()
                    && Files.exists(backups.folder())
                    && Files.getFileStore(backups.folder()).equals(Files.getFileStore(data));
        } catch (IOException e) {
            return false;
        }
    }

    private double value(String name) {
        return registry.get(name).gauge().value();
    }

    private Duration seconds(String name) {
        return Duration.ofMillis((long) (value(name) * 1_000));
    }
}
