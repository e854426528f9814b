/** Marking by people: what a scheme gives marks for, what two markers come to, and how far they agree. */
@NullMarked
package dauntingledger.rulebook.marking;

import org.jspecify.annotations.NullMarked;
