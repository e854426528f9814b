/** An exam as the office holds it: its hours, its states, the plan of a room, who sits where, and the roster. */
@NullMarked
package dauntingledger.rulebook.exam;

import org.jspecify.annotations.NullMarked;
