/** The thin face of the rulebook for the browser: the same rules, taking and giving plain JSON-shaped values. */
@NullMarked
package dauntingledger.desk;

import org.jspecify.annotations.NullMarked;
