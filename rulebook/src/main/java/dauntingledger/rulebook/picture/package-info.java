/** What a camera sees, as far as an exam needs to know: how many faces there are, and whether there is light. */
@NullMarked
package dauntingledger.rulebook.picture;

import org.jspecify.annotations.NullMarked;
