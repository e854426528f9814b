/** Finds candidates, exams and papers by the beginnings of words, whatever their accents and case. */
@NullMarked
@ApplicationModule(allowedDependencies = {})
package dauntingledger.app.search;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
