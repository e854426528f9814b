/** The person in charge of the room: who waits at the door and why, and letting them go on. */
@NullMarked
@ApplicationModule(allowedDependencies = {"signin", "staff", "audit", "ledger", "room", "words", "said"})
package dauntingledger.app.invigilation;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
