/** Mail: written once, sent once, and what failed can be sent again. */
@NullMarked
@ApplicationModule(allowedDependencies = {"audit", "ledger", "said", "sheets"})
package dauntingledger.app.mail;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
