/** The page that a candidate comes to first: their sittings, practice, the calendar. */
@NullMarked
@ApplicationModule(allowedDependencies = {"signin", "staff", "exams", "ledger", "papers", "words"})
package dauntingledger.app.home;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
