package dauntingledger.rulebook.calculator;

/** Why a sum has no result. The words for a person are chosen by whoever shows it. */
public enum Fault {
    DIVIDED_BY_ZERO,
    ROOT_OF_NEGATIVE,
    /** A logarithm of zero or less, or with a base that has none. */
    LOGARITHM,
    /** A power that no number is: zero to a negative one, or a negative number to a broken one. */
    POWER,
    /** A factorial of anything but a whole number of 0 or more. */
    FACTORIAL,
    /** A tangent that does not end, or an arc of something outside -1 to 1. */
    ANGLE,
    TOO_LARGE,
    /** Too many characters, or brackets too deep. */
    TOO_LONG,
    /** The sum ends where something more must come. */
    UNFINISHED,
    BRACKET,
    UNEXPECTED,
    UNKNOWN_WORD
}
