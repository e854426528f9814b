/** What the entries are worth: exact numbers, the key, and the marks. */
@NullMarked
package dauntingledger.rulebook.scoring;

import org.jspecify.annotations.NullMarked;
