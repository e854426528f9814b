/** The sketch: shapes on pages, what they cover and what a pointer hits. */
@NullMarked
package dauntingledger.rulebook.sketch;

import org.jspecify.annotations.NullMarked;
