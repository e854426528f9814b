/** The exam's clock. */
@NullMarked
@ApplicationModule(allowedDependencies = {})
package dauntingledger.app.time;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
