package dauntingledger.rulebook.calculator;

/** What the trigonometric functions take an angle in. */
public enum Angle {
    DEGREES,
    RADIANS
}
