/** Lets candidates in: sign-in, the home page with their sittings, sign-out. */
@NullMarked
@ApplicationModule(allowedDependencies = {"audit", "ledger", "papers"})
package dauntingledger.app.admission;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
