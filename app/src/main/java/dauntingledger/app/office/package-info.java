/** The exam office: all sittings, what candidates are granted, and letting somebody in again. */
@NullMarked
@ApplicationModule(allowedDependencies = {"admission", "audit", "ledger", "papers"})
package dauntingledger.app.office;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
