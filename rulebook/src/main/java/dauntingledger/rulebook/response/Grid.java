package dauntingledger.rulebook.response;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A table with cells to fill. An element of its response is the identifier of a cell, a space, and what is typed there.
 *
 * @param cells the cells that hold something, given or to be filled; at least one to be filled
 * @param sums the cells in which the candidate sees a sum computed
 */
public record Grid(ResponseId response, List<Cell> cells, List<Sum> sums) implements Interaction {

    public static final int MOST_CELLS = 200;

    public Grid {
        requireNonNull(response, "response");
        cells = List.copyOf(cells);
        sums = List.copyOf(sums);
    }

    /**
     * A cell.
     *
     * @param given what stands in it; empty if it is to be filled
     */
    public record Cell(ChoiceId id, Reading reading, int maxLength, String given) {
        public Cell {
            requireNonNull(id, "id");
            requireNonNull(reading, "reading");
            requireNonNull(given, "given");
        }

        public boolean isGiven() {
            return !given.isEmpty();
        }
    }

    /** A cell that shows the sum of other cells. */
    public record Sum(ChoiceId id, List<ChoiceId> of) {
        public Sum {
            requireNonNull(id, "id");
            of = List.copyOf(of);
        }
    }

    @Override
    public Value blank() {
        return new Value(Value.Cardinality.MULTIPLE, Value.BaseType.STRING, List.of());
    }

    @Override
    public Optional<Misfit> misfit(List<String> elements) {
        Set<String> filled = new HashSet<>();
        for (String element : elements) {
            int space = element.indexOf(' ');
            if (space < 0 || !filled.add(element.substring(0, space))) {
                return Optional.of(Misfit.WRONG_SHAPE);
            }
            Optional<Cell> cell = find(element.substring(0, space)).filter(one -> !one.isGiven());
            if (cell.isEmpty()) {
                return Optional.of(Misfit.UNKNOWN_CHOICE);
            }
            if (element.length() - space - 1 > cell.get().maxLength()) {
                return Optional.of(Misfit.TOO_LONG);
            }
        }
        return Optional.empty();
    }

    @Override
    public Completeness completeness(Value value) {
        return readable(value) < toFill() ? Completeness.PART : Completeness.FULL;
    }

    /** Returns how many cells are filled with what can be read, of how many: {@code 3/8}. */
    @Override
    public String label(Value value) {
        return readable(value) + "/" + toFill();
    }

    /**
     * Returns how what is typed in a cell is read.
     *
     * @throws java.util.NoSuchElementException if there is no such cell
     */
    public Reading reading(ChoiceId cell) {
        return find(cell.value()).orElseThrow().reading();
    }

    /** Returns what is typed in a cell, or what is given there; empty if nothing is. */
    public String typed(Value value, ChoiceId cell) {
        String start = cell + " ";
        return find(cell.value())
                .filter(Cell::isGiven)
                .map(Cell::given)
                .or(() -> value.elements().stream()
                        .filter(element -> element.startsWith(start))
                        .map(element -> element.substring(start.length()))
                        .findFirst())
                .orElse("");
    }

    /** Returns the sum of those numbers that stand in the cells of {@code sum}. */
    public Rational sum(Value value, Sum sum) {
        Rational total = Rational.ZERO;
        for (ChoiceId cell : sum.of()) {
            String typed = typed(value, cell);
            if (find(cell.value()).orElseThrow().reading() instanceof Reading.AsNumber number) {
                total = total.plus(number.number(typed).orElse(Rational.ZERO));
            }
        }
        return total;
    }

    @Override
    public List<String> findings() {
        List<String> findings = new ArrayList<>();
        if (toFill() == 0 || cells.size() > MOST_CELLS) {
            findings.add(
                    "a grid must hold a cell to fill, and at most " + MOST_CELLS + " cells, but holds " + cells.size());
        }
        Set<ChoiceId> ids = new HashSet<>();
        for (Cell cell : cells) {
            if (!ids.add(cell.id())) {
                findings.add("two cells are called '" + cell.id() + "'");
            }
            if (cell.maxLength() < 1 || cell.maxLength() > TextEntry.MOST) {
                findings.add("a cell must take 1 to " + TextEntry.MOST + " characters, but '" + cell.id() + "' takes "
                        + cell.maxLength());
            }
            findings.addAll(cell.reading().findings());
        }
        for (Sum sum : sums) {
            if (!ids.add(sum.id())) {
                findings.add("two cells are called '" + sum.id() + "'");
            }
            if (sum.of().stream().anyMatch(cell -> find(cell.value()).isEmpty())) {
                findings.add("the sum '" + sum.id() + "' is of a cell that is not there");
            }
        }
        return findings;
    }

    private int toFill() {
        return (int) cells.stream().filter(cell -> !cell.isGiven()).count();
    }

    private int readable(Value value) {
        return (int) cells.stream()
                .filter(cell -> !cell.isGiven())
                .filter(cell -> cell.reading().read(typed(value, cell.id())).isPresent())
                .count();
    }

    private Optional<Cell> find(String id) {
        return cells.stream().filter(cell -> cell.id().value().equals(id)).findFirst();
    }

    @Override
    public Task task() {
        return Task.of("grid");
    }

    @Override
    public List<String> example() {
        return cells.stream()
                .filter(cell -> !cell.isGiven())
                .map(cell -> cell.id() + " 4")
                .toList();
    }
}
