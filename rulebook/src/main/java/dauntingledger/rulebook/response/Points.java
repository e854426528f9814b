package dauntingledger.rulebook.response;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Pointing at places of a picture, or laying things on it.
 *
 * @param width in pixels of the picture
 * @param minChoices how many places make a full answer; at least 1
 * @param maxChoices how many places there can be
 */
public record Points(ResponseId response, int width, int height, int minChoices, int maxChoices)
        implements Interaction {

    public static final int MOST = 40;

    public Points {
        requireNonNull(response, "response");
    }

    @Override
    public Value blank() {
        return new Value(
                maxChoices == 1 ? Value.Cardinality.SINGLE : Value.Cardinality.MULTIPLE,
                Value.BaseType.POINT,
                List.of());
    }

    @Override
    public Optional<Misfit> misfit(List<String> elements) {
        for (String element : elements) {
            Optional<Spot> spot = Spot.read(element);
            if (spot.isEmpty()) {
                return Optional.of(Misfit.WRONG_SHAPE);
            }
            if (!spot.get().isWithin(width, height)) {
                return Optional.of(Misfit.OFF_THE_PICTURE);
            }
        }
        return elements.size() > maxChoices ? Optional.of(Misfit.TOO_MANY_CHOICES) : Optional.empty();
    }

    @Override
    public Completeness completeness(Value value) {
        return Completeness.of(value.elements().size(), minChoices);
    }

    /** Returns {@code ⌖} for one place, with their number before it for more. */
    @Override
    public String label(Value value) {
        int places = value.elements().size();
        return places == 1 ? "⌖" : places + "⌖";
    }

    @Override
    public List<String> findings() {
        List<String> findings = new ArrayList<>();
        Choices.checkNumbers(findings, 1, minChoices, maxChoices, MOST);
        if (width < 1 || height < 1) {
            findings.add("the picture must have a width and a height of 1 or more");
        }
        return findings;
    }

    @Override
    public Task task() {
        return maxChoices == 1 ? Task.of("point") : Task.of("points", maxChoices);
    }

    @Override
    public List<String> example() {
        return List.of(width / 2 + " " + height / 2);
    }
}
