/** Lets people in: who they are, sign-in and sign-out, what slows guessing down, and who may ask for what. */
@NullMarked
@ApplicationModule(allowedDependencies = {"audit", "ledger", "nodes", "papers", "words", "signing", "staff", "search"})
package dauntingledger.app.signin;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
