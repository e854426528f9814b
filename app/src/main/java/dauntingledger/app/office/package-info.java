/** The exam office: all sittings, what candidates are granted, and letting somebody in again. */
@NullMarked
@ApplicationModule(allowedDependencies = {"signin", "audit", "ledger", "papers", "words", "said"})
package dauntingledger.app.office;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
