/** What things are called in packages, ledgers and addresses. */
@NullMarked
package dauntingledger.rulebook.name;

import org.jspecify.annotations.NullMarked;
