package dauntingledger.rulebook.response;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Drawing on a chart: points, lines and arcs. An element of its response is one {@link ChartElement} thing.
 *
 * @param width of the chart, in its own unit of length
 * @param least how many things make a full answer; at least 1
 */
public record Construction(ResponseId response, int width, int height, int least) implements Interaction {

    public static final int MOST = 60;
    private static final int LARGEST = 10_000;

    public Construction {
        requireNonNull(response, "response");
    }

    @Override
    public Value blank() {
        return new Value(Value.Cardinality.MULTIPLE, Value.BaseType.STRING, List.of());
    }

    @Override
    public Optional<Misfit> misfit(List<String> elements) {
        for (String element : elements) {
            Optional<ChartElement> drawn = ChartElement.read(element);
            if (drawn.isEmpty()) {
                return Optional.of(Misfit.WRONG_SHAPE);
            }
            if (!drawn.get().isWithin(width, height)) {
                return Optional.of(Misfit.OFF_THE_PICTURE);
            }
        }
        return elements.size() > MOST ? Optional.of(Misfit.TOO_MANY_CHOICES) : Optional.empty();
    }

    @Override
    public Completeness completeness(Value value) {
        return Completeness.of(value.elements().size(), least);
    }

    /** Returns how many things are drawn. */
    @Override
    public String label(Value value) {
        return value.elements().size() + "⌖";
    }

    @Override
    public List<String> findings() {
        List<String> findings = new ArrayList<>();
        if (width < 1 || height < 1 || width > LARGEST || height > LARGEST) {
            findings.add("a chart must be 1 to " + LARGEST + " units wide and high, but is " + width + " by " + height);
        }
        Choices.checkNumbers(findings, 1, least, MOST, MOST);
        return findings;
    }

    @Override
    public Task task() {
        return Task.of("chart");
    }

    @Override
    public List<String> example() {
        return List.of("point " + width / 2 + " " + height / 2);
    }
}
