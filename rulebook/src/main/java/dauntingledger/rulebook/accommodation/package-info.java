/** What a person is granted for sitting a paper: more time, other breaks, aids. */
@NullMarked
package dauntingledger.rulebook.accommodation;

import org.jspecify.annotations.NullMarked;
