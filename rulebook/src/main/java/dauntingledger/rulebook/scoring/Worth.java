package dauntingledger.rulebook.scoring;

import dauntingledger.rulebook.number.Rational;

/**
 * What one part of an answer brought.
 *
 * @param part an element of a response as it was given, or what part scoring calls a part of it
 */
public record Worth(String part, Rational worth) {}
