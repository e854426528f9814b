package dauntingledger.rulebook.worksheet;

import java.util.List;

/** A formula that has been read. */
sealed interface Expression {

    record Constant(CellValue value) implements Expression {}

    record Cell(CellRef ref) implements Expression {}

    record Range(Area area) implements Expression {}

    record Negated(Expression of) implements Expression {}

    record Percent(Expression of) implements Expression {}

    record Binary(Operator operator, Expression left, Expression right) implements Expression {}

    record Call(Function function, List<Expression> arguments) implements Expression {}

    /** The operators, from loosest to tightest. */
    enum Operator {
        EQUAL("=", 1),
        UNEQUAL("<>", 1),
        AT_MOST("<=", 1),
        AT_LEAST(">=", 1),
        LESS("<", 1),
        MORE(">", 1),
        JOIN("&", 2),
        PLUS("+", 3),
        MINUS("-", 3),
        TIMES("*", 4),
        DIVIDED("/", 4),
        POWER("^", 5);

        private final String sign;
        private final int rank;

        Operator(String sign, int rank) {
            this.sign = sign;
            this.rank = rank;
        }

        String sign() {
            return sign;
        }

        int rank() {
            return rank;
        }
    }
}
