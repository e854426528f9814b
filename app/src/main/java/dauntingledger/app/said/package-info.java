/** What a page says of a form that was sent before it. */
@NullMarked
@ApplicationModule(allowedDependencies = {"signing"})
package dauntingledger.app.said;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
