/**
 * The processes that serve one installation together, each of them a node: which database they share, and what one tells the
 * others by it. A process that has the database for itself is the only node, and tells nobody.
 */
@NullMarked
@ApplicationModule(allowedDependencies = {})
package dauntingledger.app.nodes;

import org.jspecify.annotations.NullMarked;
import org.springframework.modulith.ApplicationModule;
