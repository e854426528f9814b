/** Judging programs: what was handed in is run in processes apart, and how each case ended is kept. */
@NullMarked
@ApplicationModule(allowedDependencies = {"exams", "ledger", "papers"})
package dauntingledger.app.programs;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
