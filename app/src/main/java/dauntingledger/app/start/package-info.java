/** What has to be well before the server answers anybody: the machine, the folder, the database and its ledgers. */
@NullMarked
@ApplicationModule(allowedDependencies = {"backup", "ledger", "marking", "nodes", "signing", "time"})
package dauntingledger.app.start;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
