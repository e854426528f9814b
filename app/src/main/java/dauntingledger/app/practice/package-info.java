/** What candidates have practised: their runs, how these went over time, and what to practise next. For each their own. */
@NullMarked
@ApplicationModule(allowedDependencies = {"ledger", "papers", "said", "sheets", "signin", "words"})
package dauntingledger.app.practice;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
