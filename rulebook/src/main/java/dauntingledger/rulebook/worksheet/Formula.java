package dauntingledger.rulebook.worksheet;

import java.util.ArrayList;
import java.util.List;

/** A formula that has been read, with what it looks at. */
record Formula(FormulaTree expression, List<CellRef> cells, List<Area> areas) {

    /**
     * Reads the text behind the equals sign.
     *
     * @throws FormulaException if it cannot be read
     */
    static Formula read(String text) {
        FormulaReader reader = new FormulaReader(Token.cut(text));
        FormulaTree expression = reader.read();
        List<CellRef> cells = new ArrayList<>();
        List<Area> areas = new ArrayList<>();
        collect(expression, cells, areas);
        return new Formula(expression, cells, areas);
    }

    private static void collect(FormulaTree expression, List<CellRef> cells, List<Area> areas) {
        switch (expression) {
            case FormulaTree.Constant constant -> {}
            case FormulaTree.Cell cell -> cells.add(cell.ref());
            case FormulaTree.Range range -> areas.add(range.area());
            case FormulaTree.Negated negated -> collect(negated.of(), cells, areas);
            case FormulaTree.Percent percent -> collect(percent.of(), cells, areas);
            case FormulaTree.Binary binary -> {
                collect(binary.left(), cells, areas);
                collect(binary.right(), cells, areas);
            }
            case FormulaTree.Call call -> call.arguments().forEach(argument -> collect(argument, cells, areas));
        }
    }

    /** Returns what is typed in a cell as it reads after a copy so many columns to the right and rows down. */
    static String moved(String typed, int columns, int rows) {
        if (!typed.startsWith("=")) {
            return typed;
        }
        try {
            StringBuilder moved = new StringBuilder("=");
            for (Token token : Token.cut(typed.substring(1))) {
                moved.append(
                        token.kind() == Token.Kind.CELL
                                ? Reference.find(token.text()).orElseThrow().moved(columns, rows)
                                : token.text());
            }
            return moved.toString();
        } catch (FormulaException e) {
            return typed;
        }
    }
}
