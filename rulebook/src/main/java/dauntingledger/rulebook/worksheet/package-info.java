/** The worksheet: cells, formulas and their recalculation, in the spirit of the open formula standard of OASIS (OpenFormula 1.3). */
@NullMarked
package dauntingledger.rulebook.worksheet;

import org.jspecify.annotations.NullMarked;
