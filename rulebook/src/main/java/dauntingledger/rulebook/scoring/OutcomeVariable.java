package dauntingledger.rulebook.scoring;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.response.Value.BaseType;
import dauntingledger.rulebook.response.Value.Cardinality;
import java.util.List;
import java.util.Optional;

/**
 * An outcome of an item.
 *
 * @param initial its value before anything was worked out; NULL, or 0 for a number, where none is declared
 * @param normalMaximum the most it can be, where that is declared
 * @param table what a number looked up makes of it
 */
public record OutcomeVariable(Value initial, Optional<Rational> normalMaximum, Optional<Table> table) {

    /** A number that begins at zero. */
    public static final OutcomeVariable NUMBER = new OutcomeVariable(
            new Value(Cardinality.SINGLE, BaseType.FLOAT, List.of("0")), Optional.empty(), Optional.empty());

    /**
     * QTI 3.0's match and interpolation tables, which both are looked through from the first row on.
     *
     * @param exact whether a row holds for its very number (a match table) or from its number upwards
     * @param otherwise what holds where no row does; empty for NULL
     */
    public record Table(boolean exact, List<Row> rows, List<String> otherwise) {
        public Table {
            rows = List.copyOf(rows);
            otherwise = List.copyOf(otherwise);
        }
    }

    /**
     * @param source the number of a match table, or the lower bound of an interpolation table
     * @param includes whether the bound itself belongs to the row
     */
    public record Row(Rational source, boolean includes, String target) {}

    Value look(Value source) {
        if (source.elements().isEmpty() || table.isEmpty()) {
            return initial.with(List.of());
        }
        Rational number = Rational.parse(source.elements().getFirst());
        for (Row row : table.get().rows()) {
            int order = number.compareTo(row.source());
            boolean holds = table.get().exact() ? order == 0 : order > 0 || (order == 0 && row.includes());
            if (holds) {
                return initial.with(List.of(row.target()));
            }
        }
        return initial.with(table.get().otherwise());
    }
}
