/** What a candidate did and what follows from it: entries, their fold, clocks, and what is permitted. */
@NullMarked
package dauntingledger.rulebook.sitting;

import org.jspecify.annotations.NullMarked;
