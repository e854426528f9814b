package dauntingledger.rulebook.worksheet;

import java.util.List;

/** A formula that has been read. */
sealed interface FormulaTree {

    record Constant(CellValue value) implements FormulaTree {}

    record Cell(CellRef ref) implements FormulaTree {}

    record Range(Area area) implements FormulaTree {}

    record Negated(FormulaTree of) implements FormulaTree {}

    record Percent(FormulaTree of) implements FormulaTree {}

    record Binary(Operator operator, FormulaTree left, FormulaTree right) implements FormulaTree {}

    record Call(Function function, List<FormulaTree> arguments) implements FormulaTree {}

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
