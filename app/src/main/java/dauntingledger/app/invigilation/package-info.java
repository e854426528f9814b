/** The person in charge of the room: the board of those who sit there, who needs somebody, and what can be done about it. */
@NullMarked
@ApplicationModule(
        allowedDependencies = {
            "signin", "staff", "audit", "exams", "ledger", "nodes", "papers", "print", "room", "said", "uploads",
            "words"
        })
package dauntingledger.app.invigilation;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
