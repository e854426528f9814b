package dauntingledger.rulebook.worksheet;

import dauntingledger.rulebook.worksheet.FormulaTree.Operator;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** Reads a formula by the ranks of its operators. As in open spreadsheets a sign binds tighter than {@code ^}. */
final class FormulaReader {

    private static final int DEEPEST = 60;

    private final List<Token> tokens;
    private int at;
    private int depth;

    FormulaReader(List<Token> all) {
        this.tokens =
                all.stream().filter(token -> token.kind() != Token.Kind.SPACE).toList();
    }

    FormulaTree read() {
        FormulaTree expression = binary(1);
        if (at < tokens.size()) {
            throw new FormulaException(CellError.FORMULA);
        }
        return expression;
    }

    private FormulaTree binary(int rank) {
        if (++depth > DEEPEST) {
            throw new FormulaException(CellError.FORMULA);
        }
        FormulaTree left = signed();
        for (Operator operator = operator(); operator != null && operator.rank() >= rank; operator = operator()) {
            at++;
            left = new FormulaTree.Binary(operator, left, binary(operator.rank() + 1));
        }
        depth--;
        return left;
    }

    private @Nullable Operator operator() {
        if (at < tokens.size() && tokens.get(at).kind() == Token.Kind.SIGN) {
            for (Operator operator : Operator.values()) {
                if (operator.sign().equals(tokens.get(at).text())) {
                    return operator;
                }
            }
        }
        return null;
    }

    private FormulaTree signed() {
        boolean negative = false;
        while (is("-") || is("+")) {
            negative ^= is("-");
            at++;
        }
        FormulaTree value = one();
        while (is("%")) {
            at++;
            value = new FormulaTree.Percent(value);
        }
        return negative ? new FormulaTree.Negated(value) : value;
    }

    private FormulaTree one() {
        if (at >= tokens.size()) {
            throw new FormulaException(CellError.FORMULA);
        }
        Token token = tokens.get(at++);
        return switch (token.kind()) {
            case NUMBER -> number(token.text());
            case TEXT ->
                new FormulaTree.Constant(CellValue.of(
                        token.text().substring(1, token.text().length() - 1).replace("\"\"", "\"")));
            case ERROR -> new FormulaTree.Constant(new CellValue.Failure(error(token.text())));
            case CELL -> cellOrRange(token);
            case WORD -> word(token.text());
            case SIGN -> bracket(token);
            case SPACE -> throw new FormulaException(CellError.FORMULA);
        };
    }

    private static FormulaTree number(String text) {
        try {
            return new FormulaTree.Constant(CellValue.of(Double.parseDouble(text)));
        } catch (NumberFormatException e) {
            throw new FormulaException(CellError.FORMULA);
        }
    }

    private static CellError error(String word) {
        for (CellError error : CellError.values()) {
            if (error.word().equals(word)) {
                return error;
            }
        }
        throw new FormulaException(CellError.FORMULA);
    }

    private FormulaTree cellOrRange(Token token) {
        CellRef first = cell(token);
        if (!is(":")) {
            return new FormulaTree.Cell(first);
        }
        at++;
        if (at >= tokens.size() || tokens.get(at).kind() != Token.Kind.CELL) {
            throw new FormulaException(CellError.FORMULA);
        }
        return new FormulaTree.Range(new Area(first, cell(tokens.get(at++))));
    }

    private static CellRef cell(Token token) {
        return Reference.find(token.text()).orElseThrow().cell();
    }

    private FormulaTree word(String word) {
        String name = word.toUpperCase(Locale.ROOT);
        if (!is("(")) {
            return switch (name) {
                case "TRUE" -> new FormulaTree.Constant(CellValue.of(true));
                case "FALSE" -> new FormulaTree.Constant(CellValue.of(false));
                default -> throw new FormulaException(CellError.NAME);
            };
        }
        at++;
        List<FormulaTree> arguments = arguments();
        Function function = SheetFunctions.find(name).orElseThrow(() -> new FormulaException(CellError.NAME));
        if (arguments.size() < function.least() || arguments.size() > function.most()) {
            throw new FormulaException(CellError.FORMULA);
        }
        return new FormulaTree.Call(function, arguments);
    }

    private List<FormulaTree> arguments() {
        List<FormulaTree> arguments = new ArrayList<>();
        if (is(")")) {
            at++;
            return arguments;
        }
        for (; ; ) {
            arguments.add(is(",") || is(";") || is(")") ? new FormulaTree.Constant(CellValue.BLANK) : binary(1));
            if (is(",") || is(";")) {
                at++;
            } else {
                close();
                return arguments;
            }
        }
    }

    private FormulaTree bracket(Token open) {
        if (!open.text().equals("(")) {
            throw new FormulaException(CellError.FORMULA);
        }
        FormulaTree inside = binary(1);
        close();
        return inside;
    }

    private void close() {
        if (!is(")")) {
            throw new FormulaException(CellError.FORMULA);
        }
        at++;
    }

    private boolean is(String sign) {
        return at < tokens.size()
                && tokens.get(at).kind() == Token.Kind.SIGN
                && tokens.get(at).text().equals(sign);
    }
}
