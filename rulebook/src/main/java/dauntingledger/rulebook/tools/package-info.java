/** What a candidate does with the tools beside the questions, and what lies on the desk after it. */
@NullMarked
package dauntingledger.rulebook.tools;

import org.jspecify.annotations.NullMarked;
