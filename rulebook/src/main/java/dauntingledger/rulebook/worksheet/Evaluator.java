package dauntingledger.rulebook.worksheet;

import java.util.function.Function;

/** Works out a formula over cells that have their values. */
final class Evaluator {

    private final Function<CellRef, CellValue> cells;

    Evaluator(Function<CellRef, CellValue> cells) {
        this.cells = cells;
    }

    /** Returns what a formula comes to; a blank cell alone counts as 0. */
    CellValue result(Formula formula) {
        try {
            CellValue value = value(formula.expression());
            return value instanceof CellValue.Blank ? CellValue.of(0) : value;
        } catch (FormulaException e) {
            return new CellValue.Failure(e.error());
        }
    }

    CellValue cell(CellRef ref) {
        return cells.apply(ref);
    }

    CellValue value(FormulaTree expression) {
        return switch (expression) {
            case FormulaTree.Constant constant -> checked(constant.value());
            case FormulaTree.Cell cell -> checked(cell(cell.ref()));
            case FormulaTree.Range range -> throw new FormulaException(CellError.VALUE);
            case FormulaTree.Negated negated -> CellValue.of(-Values.number(value(negated.of())));
            case FormulaTree.Percent percent -> CellValue.of(Values.number(value(percent.of())) / 100);
            case FormulaTree.Binary binary ->
                Values.combine(binary.operator(), value(binary.left()), value(binary.right()));
            case FormulaTree.Call call -> checked(call.function().body().of(new Arguments(call.arguments(), this)));
        };
    }

    private static CellValue checked(CellValue value) {
        if (value instanceof CellValue.Failure failure) {
            throw new FormulaException(failure.error());
        }
        return value;
    }
}
