/** The hash chain that makes a ledger verifiable by anybody who holds a copy. */
@NullMarked
package dauntingledger.rulebook.chain;

import org.jspecify.annotations.NullMarked;
