/** Booklets that come back on paper: scanned pages, whose they are, and the answers on them. */
@NullMarked
@ApplicationModule(allowedDependencies = {"audit", "exams", "ledger", "office", "said", "signin", "uploads", "words"})
package dauntingledger.app.scans;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
