/** Answers that look copied: how much two texts share, and how far two candidates agree on what is wrong. */
@NullMarked
package dauntingledger.rulebook.similarity;

import org.jspecify.annotations.NullMarked;
