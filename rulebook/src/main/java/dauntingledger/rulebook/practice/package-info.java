/** What a candidate's practice comes to: its runs, and what to practise next. */
@NullMarked
package dauntingledger.rulebook.practice;

import org.jspecify.annotations.NullMarked;
