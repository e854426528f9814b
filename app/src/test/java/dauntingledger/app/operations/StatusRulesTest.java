package dauntingledger.app.operations;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Named.named;
import static org.junit.jupiter.params.provider.Arguments.arguments;

import dauntingledger.app.operations.Finding.Weight;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

class StatusRulesTest {

    /** An installation that is well, but for what a test changes. */
    private static final class Read {
        private boolean storeUp = true;
        private boolean hears = true;
        private long free = 80_000_000_000L;
        private Optional<Readings.Spread> acknowledged = Optional.empty();
        private Duration sweepLag = Duration.ZERO;
        private Duration ahead = Duration.ZERO;
        private Optional<Duration> off = Optional.empty();
        private Optional<Duration> copyAge = Optional.of(Duration.ofHours(20));
        private String copyProblem = "";
        private boolean beside;
        private long held;
        private long unreadable;
        private long mail;
        private long programs;

        private interface Change {
            void on(Read read);
        }

        static Readings with(Change change) {
            Read read = new Read();
            change.on(read);
            return new Readings(
                    read.storeUp,
                    read.hears,
                    read.free,
                    read.acknowledged,
                    read.sweepLag,
                    read.ahead,
                    read.off,
                    read.copyAge,
                    read.copyProblem,
                    read.beside,
                    read.held,
                    read.unreadable,
                    read.mail,
                    read.programs);
        }
    }

    private static Optional<Readings.Spread> acknowledged(long mostMillis) {
        return Optional.of(new Readings.Spread(Duration.ofMillis(5), Duration.ofMillis(mostMillis)));
    }

    private static Arguments row(String what, Read.Change change, Finding... expected) {
        return arguments(named(what, Read.with(change)), List.of(expected));
    }

    static Stream<Arguments> installations() {
        return Stream.of(
                row("all is well", read -> {}),
                row(
                        "the store takes nothing",
                        read -> read.storeUp = false,
                        new Finding(Weight.TROUBLE, "store-closed", 80_000L)),
                row("deaf", read -> read.hears = false, new Finding(Weight.TROUBLE, "deaf")),
                row("little space", read -> read.free = 999_000_000, new Finding(Weight.WATCH, "disk-low", 999L)),
                row("hardly any", read -> read.free = 100_000_000, new Finding(Weight.TROUBLE, "disk-low", 100L)),
                row("quick enough", read -> read.acknowledged = acknowledged(250)),
                row("slow", read -> read.acknowledged = acknowledged(251), new Finding(Weight.WATCH, "slow", 251L)),
                row(
                        "very slow",
                        read -> read.acknowledged = acknowledged(2_001),
                        new Finding(Weight.TROUBLE, "slow", 2_001L)),
                row(
                        "hand-ins wait",
                        read -> read.sweepLag = Duration.ofSeconds(61),
                        new Finding(Weight.WATCH, "sweep-late", 61L)),
                row(
                        "the clock was set",
                        read -> read.ahead = Duration.ofSeconds(3),
                        new Finding(Weight.WATCH, "clock-set", 3L)),
                row(
                        "the clock is far behind",
                        read -> read.off = Optional.of(Duration.ofSeconds(-61)),
                        new Finding(Weight.TROUBLE, "clock-off.behind", 61L)),
                row("no copy", read -> read.copyAge = Optional.empty(), new Finding(Weight.WATCH, "copy-none")),
                row(
                        "an old copy",
                        read -> read.copyAge = Optional.of(Duration.ofHours(27)),
                        new Finding(Weight.WATCH, "copy-old", 27L)),
                row(
                        "a copy failed",
                        read -> read.copyProblem = "No space.",
                        new Finding(Weight.TROUBLE, "copy-failed", "No space.")),
                row("copies lie beside", read -> read.beside = true, new Finding(Weight.NOTE, "copies-beside")),
                row("held", read -> read.held = 2, new Finding(Weight.NOTE, "held", 2L)),
                row("unreadable", read -> read.unreadable = 1, new Finding(Weight.TROUBLE, "unreadable", 1L)),
                row("mail", read -> read.mail = 3, new Finding(Weight.WATCH, "mail-failed", 3L)),
                row("programs", read -> read.programs = 4, new Finding(Weight.NOTE, "programs", 4L)));
    }

    @ParameterizedTest
    @MethodSource("installations")
    void sayWhatIsNotWell(Readings read, List<Finding> expected) {
        assertThat(StatusRules.of(read)).isEqualTo(expected);
    }

    @Test
    void putTheWeightiestFirst() {
        List<Finding> findings = StatusRules.of(Read.with(read -> {
            read.held = 1;
            read.mail = 1;
            read.unreadable = 1;
        }));

        assertThat(findings).extracting(Finding::weight).containsExactly(Weight.TROUBLE, Weight.WATCH, Weight.NOTE);
    }
}
