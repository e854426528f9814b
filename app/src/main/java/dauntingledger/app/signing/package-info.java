/** The secret of this installation, and what is signed with it. */
@NullMarked
@ApplicationModule(allowedDependencies = {})
package dauntingledger.app.signing;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
