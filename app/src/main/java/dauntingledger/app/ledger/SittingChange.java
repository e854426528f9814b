package dauntingledger.app.ledger;

/** What is stored of a sitting beside its lines, and changes with them. */
sealed interface SittingChange permits DeadlineRow, NotedRow, Standing {

    SittingId sitting();
}
