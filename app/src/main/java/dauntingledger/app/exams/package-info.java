/** Exams as the office holds them: a paper on a day, in rooms, with a roster, chairs and states. */
@NullMarked
@ApplicationModule(allowedDependencies = {"audit", "ledger", "mail", "papers", "search", "signin", "staff", "words"})
package dauntingledger.app.exams;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
