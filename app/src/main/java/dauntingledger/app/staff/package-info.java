/** Who works here: accounts, invitations, passwords, second factors, and what each may do. */
@NullMarked
@ApplicationModule(allowedDependencies = {"audit", "mail", "said", "words"})
package dauntingledger.app.staff;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
