/** What the marks of a cohort come to: totals, percentiles, who passes, grades and scaled scores. All of it is exact. */
@NullMarked
package dauntingledger.rulebook.results;

import org.jspecify.annotations.NullMarked;
