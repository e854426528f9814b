/** Says things to people: words in their language, times by the clock on the wall, marks, what somebody was granted. */
@NullMarked
@ApplicationModule(allowedDependencies = "ledger")
package dauntingledger.app.words;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
