/** For how long things are kept, and all that is kept about one person. */
@NullMarked
@ApplicationModule(allowedDependencies = {"audit", "ledger", "print", "uploads", "words"})
package dauntingledger.app.keeping;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
