package dauntingledger.rulebook.program;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;

/**
 * One run that a program has to pass.
 *
 * @param number among the cases as the author gave them, from 1
 * @param call an expression whose value is printed after the program; empty where the program is run as it is
 * @param input what it reads
 * @param output what it has to write
 * @param shown whether candidates see it and can try it
 * @param worth more than 0
 * @param group cases of one group count only if all of them pass; empty for a case that counts by itself
 */
public record Case(int number, String call, String input, String output, boolean shown, Rational worth, String group) {

    /** The most characters of a call, an input or an output. */
    public static final int LONGEST = 100_000;

    public Case {
        if (number < 1) {
            throw new IllegalArgumentException("cases are numbered from 1, but this is " + number);
        }
        requireNonNull(call, "call");
        requireNonNull(input, "input");
        requireNonNull(output, "output");
        requireNonNull(group, "group");
        if (worth.signum() <= 0) {
            throw new IllegalArgumentException("a case must be worth more than 0, but is worth " + worth);
        }
        if (Math.max(call.length(), Math.max(input.length(), output.length())) > LONGEST) {
            throw new IllegalArgumentException("a case takes " + LONGEST + " characters at most");
        }
        if (call.indexOf('\n') >= 0) {
            throw new IllegalArgumentException("a call is one line");
        }
    }

    /** Returns this with something else that has to be written. */
    Case writing(String other) {
        return new Case(number, call, input, other, shown, worth, group);
    }
}
