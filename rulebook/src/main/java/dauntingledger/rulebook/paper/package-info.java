/** What an exam is before anybody sits it: its route of stages, its questions and its clocks, without the key. */
@NullMarked
package dauntingledger.rulebook.paper;

import org.jspecify.annotations.NullMarked;
