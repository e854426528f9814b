package dauntingledger.rulebook.worksheet;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.Function;

/** The arguments of one call, worked out only when they are asked for. */
final class Arguments {

    private final List<FormulaTree> expressions;
    private final Evaluator evaluator;

    Arguments(List<FormulaTree> expressions, Evaluator evaluator) {
        this.expressions = expressions;
        this.evaluator = evaluator;
    }

    int count() {
        return expressions.size();
    }

    boolean has(int i) {
        return i < expressions.size();
    }

    CellValue value(int i) {
        return evaluator.value(expressions.get(i));
    }

    double number(int i) {
        return Values.number(value(i));
    }

    double number(int i, double otherwise) {
        return has(i) ? number(i) : otherwise;
    }

    /** Returns an argument cut to a whole number. */
    int whole(int i) {
        double number = number(i);
        if (Math.abs(number) > Integer.MAX_VALUE) {
            throw new FormulaException(CellError.NUM);
        }
        return (int) number;
    }

    String text(int i) {
        return Values.text(value(i));
    }

    boolean truth(int i, boolean otherwise) {
        return has(i) ? Values.truth(value(i)) : otherwise;
    }

    /** Returns an argument that must be a range; a single cell is one of a single cell. */
    Area area(int i) {
        return switch (expressions.get(i)) {
            case FormulaTree.Range range -> range.area();
            case FormulaTree.Cell cell -> new Area(cell.ref(), cell.ref());
            default -> throw new FormulaException(CellError.VALUE);
        };
    }

    CellValue at(CellRef cell) {
        return evaluator.cell(cell);
    }

    List<CellValue> values(Area area) {
        return area.cells().stream().map(evaluator::cell).toList();
    }

    /**
     * Returns the numbers of all arguments from {@code first} on. In cells only numbers count; what stands in the formula
     * itself is turned into one.
     */
    double[] numbersFrom(int first) {
        List<Double> numbers = new ArrayList<>();
        for (int i = first; i < expressions.size(); i++) {
            switch (expressions.get(i)) {
                case FormulaTree.Range range -> range.area().cells().forEach(cell -> addNumber(at(cell), numbers::add));
                case FormulaTree.Cell cell -> addNumber(at(cell.ref()), numbers::add);
                default -> numbers.add(number(i));
            }
        }
        return numbers.stream().mapToDouble(Double::doubleValue).toArray();
    }

    double[] numbers() {
        return numbersFrom(0);
    }

    /** Returns the numbers in one range. */
    double[] numbersIn(int i) {
        List<Double> numbers = new ArrayList<>();
        values(area(i)).forEach(value -> addNumber(value, numbers::add));
        return numbers.stream().mapToDouble(Double::doubleValue).toArray();
    }

    private static void addNumber(CellValue value, Consumer<Double> to) {
        switch (value) {
            case CellValue.Number number -> to.accept(number.value());
            case CellValue.Failure failure -> throw new FormulaException(failure.error());
            default -> {}
        }
    }

    /** Returns every value of all arguments, cells of ranges one by one, each through {@code how}. */
    <T> List<T> each(Function<CellValue, T> how) {
        List<T> all = new ArrayList<>();
        for (int i = 0; i < expressions.size(); i++) {
            if (expressions.get(i) instanceof FormulaTree.Range range) {
                values(range.area()).forEach(value -> all.add(how.apply(value)));
            } else {
                all.add(how.apply(value(i)));
            }
        }
        return all;
    }

    /** Returns whether argument {@code i} stands in a cell or cells, not in the formula itself. */
    boolean isInCells(int i) {
        return expressions.get(i) instanceof FormulaTree.Range || expressions.get(i) instanceof FormulaTree.Cell;
    }

    /** Returns an argument's value with an error as the value that it is. */
    CellValue valueOrError(int i) {
        try {
            return value(i);
        } catch (FormulaException e) {
            return new CellValue.Failure(e.error());
        }
    }
}
