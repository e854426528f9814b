/** The calculator: sums as people type them, worked out exactly where that is possible and to a stated precision where not. */
@NullMarked
package dauntingledger.rulebook.calculator;

import org.jspecify.annotations.NullMarked;
