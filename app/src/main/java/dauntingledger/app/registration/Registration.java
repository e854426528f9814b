package dauntingledger.app.registration;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.ledger.ExamId;
import dauntingledger.rulebook.paper.Detail;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;

/**
 * How one registers for an exam.
 *
 * @param token names the exam in the address of its public page
 * @param places how many are accepted; who comes after them waits
 * @param lastDay the last day on which one can register; without, until the exam begins
 * @param byRule whether the rule accepts; if not, the office accepts each
 * @param consent what is agreed to; empty for nothing
 */
record Registration(
        ExamId exam,
        String token,
        boolean open,
        int places,
        Optional<LocalDate> lastDay,
        boolean byRule,
        String consent,
        List<Detail> fields) {

    static final int MOST_PLACES = 100_000;
    static final int LONGEST_CONSENT = 2_000;

    Registration {
        requireNonNull(exam, "exam");
        requireNonNull(token, "token");
        requireNonNull(lastDay, "lastDay");
        requireNonNull(consent, "consent");
        fields = List.copyOf(fields);
    }

    /** Returns whether one can register at {@code now}. */
    boolean isOpen(Instant now, Instant opens, ZoneId zone) {
        boolean inTime =
                lastDay.map(day -> !LocalDate.ofInstant(now, zone).isAfter(day)).orElse(true);
        return open && inTime && now.isBefore(opens);
    }
}
