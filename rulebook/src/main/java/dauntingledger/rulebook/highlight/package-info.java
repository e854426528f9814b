/** Marks on a text: inks, underlining and striking, anchored to the characters of its canonical form. */
@NullMarked
package dauntingledger.rulebook.highlight;

import org.jspecify.annotations.NullMarked;
