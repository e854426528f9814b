/** What the scores of a cohort say of the questions of an exam, and of the exam as a whole. */
@NullMarked
package dauntingledger.rulebook.statistics;

import org.jspecify.annotations.NullMarked;
