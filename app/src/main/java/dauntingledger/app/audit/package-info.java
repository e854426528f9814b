/** Writes down who did what to whom, from where, and what came of it; and shows it to the exam office. */
@NullMarked
@ApplicationModule(allowedDependencies = {"said", "sheets"})
package dauntingledger.app.audit;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
