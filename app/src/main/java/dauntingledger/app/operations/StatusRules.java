package dauntingledger.app.operations;

import dauntingledger.app.operations.Finding.Weight;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** Says of what was read what is not well. */
final class StatusRules {

    /** What a million entries take. */
    private static final long A_MILLION_ENTRIES = 1_000_000_000L;

    private static final long LITTLE = 200_000_000L;
    private static final Duration SLOW = Duration.ofMillis(250);
    private static final Duration VERY_SLOW = Duration.ofSeconds(2);
    private static final Duration SWEPT_LATE = Duration.ofSeconds(60);
    private static final Duration CLOCK_OFF = Duration.ofSeconds(2);
    private static final Duration CLOCK_FAR_OFF = Duration.ofMinutes(1);
    private static final Duration OLD_COPY = Duration.ofHours(26);
    private static final long MEGA = 1_000_000;

    private StatusRules() {}

    /** Returns what is found, the weightiest first. */
    static List<Finding> of(Readings read) {
        List<Finding> findings = new ArrayList<>();
        store(read, findings);
        clocks(read, findings);
        copies(read, findings);
        counts(read, findings);
        return findings.stream().sorted(Comparator.comparing(Finding::weight)).toList();
    }

    private static void store(Readings read, List<Finding> findings) {
        if (!read.storeUp()) {
            findings.add(new Finding(Weight.TROUBLE, "store-closed", read.freeBytes() / MEGA));
        }
        if (read.freeBytes() < A_MILLION_ENTRIES) {
            Weight weight = read.freeBytes() < LITTLE ? Weight.TROUBLE : Weight.WATCH;
            findings.add(new Finding(weight, "disk-low", read.freeBytes() / MEGA));
        }
        read.acknowledged()
                .filter(spread -> spread.most().compareTo(SLOW) > 0)
                .ifPresent(spread -> findings.add(new Finding(
                        spread.most().compareTo(VERY_SLOW) > 0 ? Weight.TROUBLE : Weight.WATCH,
                        "slow",
                        spread.most().toMillis())));
        if (!read.hearsOthers()) {
            findings.add(new Finding(Weight.TROUBLE, "deaf"));
        }
        if (read.sweepLag().compareTo(SWEPT_LATE) > 0) {
            findings.add(new Finding(Weight.WATCH, "sweep-late", read.sweepLag().toSeconds()));
        }
    }

    private static void clocks(Readings read, List<Finding> findings) {
        read.clockOff()
                .filter(off -> off.abs().compareTo(CLOCK_OFF) > 0)
                .ifPresent(off -> findings.add(clock("clock-off", off)));
        if (read.clockAhead().abs().compareTo(CLOCK_OFF) > 0) {
            findings.add(clock("clock-set", read.clockAhead()));
        }
    }

    private static Finding clock(String key, Duration off) {
        return new Finding(
                off.abs().compareTo(CLOCK_FAR_OFF) > 0 ? Weight.TROUBLE : Weight.WATCH,
                off.isNegative() ? key + ".behind" : key,
                off.abs().toSeconds());
    }

    private static void copies(Readings read, List<Finding> findings) {
        if (!read.copyProblem().isEmpty()) {
            findings.add(new Finding(Weight.TROUBLE, "copy-failed", read.copyProblem()));
        }
        if (read.copyAge().isEmpty()) {
            findings.add(new Finding(Weight.WATCH, "copy-none"));
        }
        read.copyAge()
                .filter(age -> age.compareTo(OLD_COPY) > 0)
                .ifPresent(age -> findings.add(new Finding(Weight.WATCH, "copy-old", age.toHours())));
        if (read.copiesBesideData()) {
            findings.add(new Finding(Weight.NOTE, "copies-beside"));
        }
    }

    private static void counts(Readings read, List<Finding> findings) {
        some(findings, Weight.TROUBLE, "unreadable", read.unreadable());
        some(findings, Weight.WATCH, "mail-failed", read.mailFailed());
        some(findings, Weight.NOTE, "held", read.held());
        some(findings, Weight.NOTE, "programs", read.programsWaiting());
    }

    private static void some(List<Finding> findings, Weight weight, String key, long count) {
        if (count > 0) {
            findings.add(new Finding(weight, key, count));
        }
    }
}
