/** Exact numbers, and numbers as people type them. */
@NullMarked
package dauntingledger.rulebook.number;

import org.jspecify.annotations.NullMarked;
