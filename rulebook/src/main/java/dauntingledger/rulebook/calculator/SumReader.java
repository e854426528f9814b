package dauntingledger.rulebook.calculator;

import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;

/** Reads a sum from left to right and works it out on the way. */
final class SumReader {

    private static final int DEEPEST = 40;
    private static final Rational HUNDRED = Rational.of(100);

    private final String text;
    private final Calculator calculator;
    private int at;
    private int depth;
    private boolean percent;

    SumReader(String text, Calculator calculator) {
        this.text = text;
        this.calculator = calculator;
    }

    Rational read() {
        Rational value = sum();
        if (peek() == ')') {
            throw new SumException(Fault.BRACKET, at);
        }
        if (peek() != END) {
            throw new SumException(Fault.UNEXPECTED, at);
        }
        return value;
    }

    private static final char END = '\0';

    private Rational sum() {
        if (++depth > DEEPEST) {
            throw new SumException(Fault.TOO_LONG, at);
        }
        Rational value = product();
        while (peek() == '+' || isMinus(peek())) {
            boolean plus = text.charAt(at++) == '+';
            Rational next = product();
            Rational summand = percent ? value.times(next) : next;
            value = Precision.kept(plus ? value.plus(summand) : value.minus(summand), at);
        }
        depth--;
        percent = false;
        return value;
    }

    private Rational product() {
        Rational value = signed();
        for (; ; ) {
            char next = peek();
            if (next == '*' || next == '\u00d7' || next == '\u00b7') {
                at++;
                value = Precision.kept(value.times(signed()), at);
            } else if (next == '/' || next == '\u00f7') {
                int place = at++;
                Rational divisor = signed();
                if (divisor.isZero()) {
                    throw new SumException(Fault.DIVIDED_BY_ZERO, place);
                }
                value = Precision.kept(value.dividedBy(divisor), at);
            } else if (next == '(' || next == '\u221a' || Character.isLetter(next)) {
                value = Precision.kept(value.times(power()), at);
            } else {
                return value;
            }
            percent = false;
        }
    }

    private Rational signed() {
        percent = false;
        if (++depth > DEEPEST) {
            throw new SumException(Fault.TOO_LONG, at);
        }
        char sign = peek();
        Rational value;
        if (sign == '+' || isMinus(sign)) {
            at++;
            Rational unsigned = signed();
            value = sign == '+' ? unsigned : unsigned.negated();
        } else {
            value = power();
        }
        depth--;
        return value;
    }

    private Rational power() {
        Rational base = followed();
        if (peek() != '^') {
            return base;
        }
        int place = at++;
        Rational exponent = signed();
        percent = false;
        return CalculatorFunctions.power(base, exponent, place);
    }

    private Rational followed() {
        Rational value = one();
        for (; ; ) {
            switch (peek()) {
                case '!' -> value = CalculatorFunctions.factorial(value, at++);
                case '\u00b2' -> value = CalculatorFunctions.power(value, Rational.of(2), at++);
                case '%' -> {
                    at++;
                    value = value.dividedBy(HUNDRED);
                    percent = true;
                    if (peek() == '!' || peek() == '%' || peek() == '\u00b2') {
                        percent = false;
                    }
                }
                default -> {
                    return value;
                }
            }
        }
    }

    private Rational one() {
        char next = peek();
        if (isDigit(next) || next == '.' || next == ',') {
            return number();
        }
        if (next == '(') {
            return bracket();
        }
        if (next == '\u221a') {
            int place = at++;
            return CalculatorFunctions.root(Rational.of(2), followed(), place);
        }
        if (Character.isLetter(next)) {
            return word();
        }
        throw new SumException(next == END ? Fault.UNFINISHED : next == ')' ? Fault.BRACKET : Fault.UNEXPECTED, at);
    }

    private Rational bracket() {
        at++;
        Rational value = sum();
        close();
        return value;
    }

    private void close() {
        if (peek() != ')') {
            throw new SumException(peek() == END ? Fault.BRACKET : Fault.UNEXPECTED, at);
        }
        at++;
    }

    private Rational number() {
        int start = at;
        StringBuilder digits = new StringBuilder();
        while (at < text.length() && (isDigit(text.charAt(at)) || isPoint(text.charAt(at)) || isGap(at))) {
            if (!isGap(at)) {
                digits.append(text.charAt(at));
            }
            at++;
        }
        if (at < text.length() && (text.charAt(at) == 'E' || text.charAt(at) == 'e') && exponentEnd() > at) {
            int end = exponentEnd();
            digits.append(text, at, end);
            at = end;
        }
        return Numeral.read(digits.toString().replace('\u2212', '-'))
                .orElseThrow(() -> new SumException(
                        digits.length() > Numeral.MAX_LENGTH ? Fault.TOO_LONG : Fault.UNEXPECTED, start));
    }

    /** Returns where the power of ten ends that begins here, or this place if none does. */
    private int exponentEnd() {
        int end = at + 1;
        if (end < text.length() && (text.charAt(end) == '+' || isMinus(text.charAt(end)))) {
            end++;
        }
        int first = end;
        while (end < text.length() && isDigit(text.charAt(end))) {
            end++;
        }
        return end == first ? at : end;
    }

    private Rational word() {
        int start = at;
        while (at < text.length() && Character.isLetter(text.charAt(at))) {
            at++;
        }
        String word = text.substring(start, at);
        return switch (word) {
            case "pi", "\u03c0" -> CalculatorFunctions.PI;
            case "e" -> CalculatorFunctions.E;
            case "ans" -> calculator.answer();
            case "mem" -> calculator.memory();
            default -> call(word, start);
        };
    }

    private Rational call(String word, int start) {
        if (!CalculatorFunctions.isKnown(word)) {
            throw new SumException(Fault.UNKNOWN_WORD, start);
        }
        if (peek() != '(') {
            throw new SumException(peek() == END ? Fault.UNFINISHED : Fault.BRACKET, at);
        }
        at++;
        Rational first = sum();
        if (peek() == ';' && CalculatorFunctions.takesTwo(word)) {
            at++;
            Rational second = sum();
            close();
            return CalculatorFunctions.ofTwo(word, first, second, start);
        }
        close();
        return CalculatorFunctions.ofOne(word, first, calculator.angle(), start);
    }

    /** Returns the next character that is not a space, or {@link #END}. */
    private char peek() {
        while (at < text.length() && isSpace(text.charAt(at))) {
            at++;
        }
        return at < text.length() ? text.charAt(at) : END;
    }

    /** A space between two digits parts thousands. */
    private boolean isGap(int place) {
        return isSpace(text.charAt(place))
                && place > 0
                && isDigit(text.charAt(place - 1))
                && place + 1 < text.length()
                && isDigit(text.charAt(place + 1));
    }

    private static boolean isSpace(char c) {
        return c == ' ' || c == '\u2009' || c == '\u202f' || c == '\u00a0';
    }

    private static boolean isDigit(char c) {
        return c >= '0' && c <= '9';
    }

    private static boolean isPoint(char c) {
        return c == '.' || c == ',';
    }

    private static boolean isMinus(char c) {
        return c == '-' || c == '\u2212';
    }
}
