/** Reads papers from QTI 3.0 packages, keeps them, and marks sittings by their keys, which never leave this package. */
@NullMarked
@ApplicationModule(allowedDependencies = {"search"})
package dauntingledger.app.papers;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
