package dauntingledger.app.ledger;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.sitting.Progress;

/**
 * How a sitting stands by its last entry, as lists and boards show it without reading its ledger.
 *
 * @param held how many entries wait for a decision
 * @param readable whether its ledger could be read when it was last opened
 * @param board the rest as JSON, as {@code StandingCodec} writes it; empty before the first entry
 */
public record Standing(SittingId sitting, Progress progress, int held, boolean readable, String board)
        implements SittingChange {
    public Standing {
        requireNonNull(sitting, "sitting");
        requireNonNull(progress, "progress");
        requireNonNull(board, "board");
    }
}
