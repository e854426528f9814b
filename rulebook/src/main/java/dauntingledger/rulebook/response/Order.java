package dauntingledger.rulebook.response;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Putting options, or areas of a picture, in order.
 *
 * @param minChoices how many must be put in order for a full answer; at least 1
 * @param maxChoices how many can be put in order
 */
public record Order(
        ResponseId response, boolean onPicture, List<ChoiceId> choices, int minChoices, int maxChoices, Shuffle order)
        implements Interaction {

    public Order {
        requireNonNull(response, "response");
        requireNonNull(order, "order");
        choices = List.copyOf(choices);
    }

    Order with(List<ChoiceId> others) {
        return new Order(response, onPicture, others, minChoices, maxChoices, order);
    }

    @Override
    public Value blank() {
        return new Value(Value.Cardinality.ORDERED, Value.BaseType.IDENTIFIER, List.of());
    }

    @Override
    public Optional<Misfit> misfit(List<String> elements) {
        return Choices.misfit(choices, elements, maxChoices);
    }

    @Override
    public Completeness completeness(Value value) {
        return Completeness.of(value.elements().size(), minChoices);
    }

    @Override
    public String label(Value value) {
        return Letters.join(value.elements().stream()
                .map(element -> Letters.of(Choices.indexOf(choices, element)))
                .toList());
    }

    @Override
    public List<String> findings() {
        List<String> findings = new ArrayList<>();
        Choices.check(findings, choices, 2);
        Choices.checkNumbers(findings, 1, minChoices, maxChoices, choices.size());
        order.check(findings, choices);
        return findings;
    }

    @Override
    public Interaction drawn(SeededDraw draw) {
        return with(order.apply(choices, draw));
    }

    @Override
    public Task task() {
        return Task.of("order");
    }

    @Override
    public List<String> example() {
        return choices.stream().map(ChoiceId::value).toList();
    }

    @Override
    public List<ChoiceId> options() {
        return choices;
    }
}
