/** Delivers a sitting to the candidate, stage by stage, and takes the entries. */
@NullMarked
@ApplicationModule(
        allowedDependencies = {"signin", "ledger", "nodes", "papers", "practice", "programs", "words", "said"})
package dauntingledger.app.room;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
