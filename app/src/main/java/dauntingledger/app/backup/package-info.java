/** Copies of the whole installation while it runs, and what makes an installation of a copy again. */
@NullMarked
@ApplicationModule(allowedDependencies = {"ledger", "marking", "nodes"})
package dauntingledger.app.backup;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
