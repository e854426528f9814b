package dauntingledger.app.ledger;

import java.time.Instant;
import java.util.Optional;

/**
 * When time next ends something in a sitting, as the sweep has it stored.
 *
 * @param due empty where nothing runs, and nothing is stored
 */
record DeadlineRow(SittingId sitting, Optional<Instant> due) implements SittingChange {}
