/** What whoever runs the installation needs: whether all is well and what to do if not, figures, copies, request ids. */
@NullMarked
@ApplicationModule(allowedDependencies = {"audit", "backup", "said", "signing", "time", "words"})
package dauntingledger.app.operations;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
