package dauntingledger.rulebook.number;

/**
 * The digit that is put behind a row of digits so that a wrong digit or two exchanged ones are noticed: the pure hybrid
 * system MOD 11,10 of ISO/IEC 7064.
 */
public final class CheckDigit {

    private CheckDigit() {}

    /**
     * Returns the digit, 0 to 9, that belongs behind {@code digits}.
     *
     * @throws IllegalArgumentException if there is anything but the digits 0 to 9
     */
    public static int of(String digits) {
        int product = 10;
        for (int i = 0; i < digits.length(); i++) {
            int digit = digits.charAt(i) - '0';
            if (digit < 0 || digit > 9) {
                throw new IllegalArgumentException("'" + digits + "' is no row of digits");
            }
            int sum = (product + digit) % 10;
            product = (sum == 0 ? 10 : sum) * 2 % 11;
        }
        return (11 - product) % 10;
    }

    /** Returns whether the last of {@code digits} is the one that belongs behind the others. */
    public static boolean isRight(String digits) {
        return digits.length() > 1
                && of(digits.substring(0, digits.length() - 1)) == digits.charAt(digits.length() - 1) - '0';
    }
}
