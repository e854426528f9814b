package dauntingledger.rulebook.response;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Placing symbols on a ruled line. An element of its response is the identifier of a symbol, a space, and a position in
 * the unit of the line, which is a whole number of steps.
 *
 * @param length where the line ends; it begins at 0
 * @param step how far apart the positions are that symbols snap to
 * @param least how many symbols make a full answer; at least 1
 * @param most how many symbols there can be
 */
public record RuledLine(
        ResponseId response, List<ChoiceId> symbols, Rational length, Rational step, int least, int most)
        implements Interaction {

    public static final int MOST = 60;
    private static final int MOST_STEPS = 1_000;

    public RuledLine {
        requireNonNull(response, "response");
        requireNonNull(length, "length");
        requireNonNull(step, "step");
        symbols = List.copyOf(symbols);
    }

    /** A symbol where it stands. */
    public record Placed(ChoiceId symbol, Rational position) {

        /** Returns what {@code element} writes, or empty if it writes nothing of the kind. */
        public static Optional<Placed> read(String element) {
            int space = element.indexOf(' ');
            if (space < 1) {
                return Optional.empty();
            }
            try {
                return Optional.of(new Placed(
                        new ChoiceId(element.substring(0, space)), Rational.parse(element.substring(space + 1))));
            } catch (IllegalArgumentException e) {
                return Optional.empty();
            }
        }
    }

    @Override
    public Value blank() {
        return new Value(Value.Cardinality.MULTIPLE, Value.BaseType.STRING, List.of());
    }

    @Override
    public Optional<Misfit> misfit(List<String> elements) {
        Set<String> seen = new HashSet<>();
        for (String element : elements) {
            Optional<Placed> placed = Placed.read(element);
            if (placed.isEmpty() || !seen.add(element)) {
                return Optional.of(Misfit.WRONG_SHAPE);
            }
            if (!symbols.contains(placed.get().symbol())) {
                return Optional.of(Misfit.UNKNOWN_CHOICE);
            }
            if (!isOn(placed.get().position())) {
                return Optional.of(Misfit.OFF_THE_PICTURE);
            }
        }
        return elements.size() > most ? Optional.of(Misfit.TOO_MANY_CHOICES) : Optional.empty();
    }

    /** Returns how many steps the line has. */
    public int steps() {
        return length.dividedBy(step).floor().intValueExact();
    }

    /** Returns the position of a step, from 0, as a response writes it. */
    public String position(int index) {
        return Numeral.write(step.times(Rational.of(index)));
    }

    private boolean isOn(Rational position) {
        return position.signum() >= 0
                && position.compareTo(length) <= 0
                && position.dividedBy(step).isWhole();
    }

    @Override
    public Completeness completeness(Value value) {
        return Completeness.of(value.elements().size(), least);
    }

    /** Returns how many symbols are placed. */
    @Override
    public String label(Value value) {
        return value.elements().size() + "⌖";
    }

    @Override
    public List<String> findings() {
        List<String> findings = new ArrayList<>();
        Choices.check(findings, symbols, 1);
        Choices.checkNumbers(findings, 1, least, most, MOST);
        if (step.signum() <= 0
                || length.compareTo(step) < 0
                || length.dividedBy(step).compareTo(Rational.of(MOST_STEPS)) > 0) {
            findings.add("a line must have 1 to " + MOST_STEPS + " steps, but has a length of " + length
                    + " and steps of " + step);
        }
        return findings;
    }

    @Override
    public Task task() {
        return Task.of("ruled-line");
    }

    @Override
    public List<String> example() {
        return List.of(symbols.getFirst() + " 0");
    }
}
