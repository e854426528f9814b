/** Draws on paper: A4 pages as PDF, with a font that it ships, tagged for those who have them read out. */
@NullMarked
@ApplicationModule(allowedDependencies = {"words"})
package dauntingledger.app.print;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
