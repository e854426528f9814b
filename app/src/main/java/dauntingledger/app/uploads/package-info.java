/** Takes files that people send: what is not of a known kind is refused, what is kept is written anew. */
@NullMarked
@ApplicationModule(allowedDependencies = {})
package dauntingledger.app.uploads;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
