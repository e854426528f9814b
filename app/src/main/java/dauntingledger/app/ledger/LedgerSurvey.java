package dauntingledger.app.ledger;

import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.function.Consumer;

/**
 * What was found where the chains of many ledgers were followed.
 *
 * @param broken how many places cannot be followed that no repair has noted
 */
public record LedgerSurvey(int sittings, long entries, int broken) {

    /**
     * Follows the chains of all ledgers.
     *
     * @param connection closed at the end
     * @param told hears a sentence of each place that cannot be followed
     */
    public static LedgerSurvey ofAll(Connection connection, Consumer<String> told) throws SQLException {
        try (StoredLedgers ledgers = StoredLedgers.on(connection)) {
            return of(ledgers, ledgers.all(), told);
        }
    }

    /** Does what {@link #ofAll} does for the ledgers of sittings that are in progress, or open within a span. */
    public static LedgerSurvey ofThoseOpen(
            Connection connection, Instant startInclusive, Instant endExclusive, Consumer<String> told)
            throws SQLException {
        try (StoredLedgers ledgers = StoredLedgers.on(connection)) {
            return of(ledgers, ledgers.openBetween(startInclusive, endExclusive), told);
        }
    }

    private static LedgerSurvey of(StoredLedgers ledgers, List<StoredLedgers.Stored> chosen, Consumer<String> told)
            throws SQLException {
        long entries = 0;
        int broken = 0;
        for (StoredLedgers.Stored ledger : chosen) {
            entries += ledgers.entries(ledger);
            for (StoredLedgers.Finding finding : ledgers.findings(ledger)) {
                broken += finding.mended() ? 0 : 1;
                told.accept("Sitting " + finding.sitting() + ", line " + finding.seq() + ": " + finding.why()
                        + (finding.mended() ? " (mended)." : "."));
            }
        }
        return new LedgerSurvey(chosen.size(), entries, broken);
    }

    public boolean isIntact() {
        return broken == 0;
    }

    /** Returns the figures in words. */
    public String sentence() {
        return "Sittings: " + sittings + ", entries: " + entries
                + (isIntact() ? ". Everything can be followed." : ". Places that cannot be followed: " + broken + ".");
    }
}
