/** Keeps the ledgers of all sittings: append, load, verify, export. */
@NullMarked
@ApplicationModule(allowedDependencies = {"nodes", "papers", "time"})
package dauntingledger.app.ledger;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
