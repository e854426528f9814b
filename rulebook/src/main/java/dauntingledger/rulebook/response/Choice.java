package dauntingledger.rulebook.response;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Choosing among options that are lettered A, B, C … in the order shown.
 *
 * @param minChoices how many choices make the answer a full one; at least 1
 * @param maxChoices how many may be chosen; 1 makes it a single choice
 * @param expected how many are expected where that is told but more or fewer can be entered; 0 where nothing is told
 * @param order which options may change places from candidate to candidate
 */
public record Choice(
        ResponseId response,
        Form form,
        List<ChoiceId> choices,
        int minChoices,
        int maxChoices,
        int expected,
        Shuffle order)
        implements Interaction {

    public Choice {
        requireNonNull(response, "response");
        requireNonNull(form, "form");
        requireNonNull(order, "order");
        choices = List.copyOf(choices);
    }

    /** A list of options as they stand, {@code minChoices} to {@code maxChoices} of them to be chosen. */
    public static Choice list(ResponseId response, List<ChoiceId> choices, int minChoices, int maxChoices) {
        return new Choice(response, Form.LIST, choices, minChoices, maxChoices, 0, Shuffle.NONE);
    }

    /** Where the options are. */
    public enum Form {
        LIST,
        /** In a gap of a running text. */
        INLINE,
        /** Words of a running text. */
        WORDS,
        /** Areas of a picture. */
        AREAS
    }

    Choice with(List<ChoiceId> others) {
        return new Choice(response, form, others, minChoices, maxChoices, expected, order);
    }

    public boolean isSingle() {
        return maxChoices == 1;
    }

    /** Returns how the option at {@code index} is called: A for the first, AA after Z. */
    public static String letter(int index) {
        return Letters.of(index);
    }

    @Override
    public Value blank() {
        return new Value(
                isSingle() ? Value.Cardinality.SINGLE : Value.Cardinality.MULTIPLE,
                Value.BaseType.IDENTIFIER,
                List.of());
    }

    @Override
    public Optional<Misfit> misfit(List<String> elements) {
        return Choices.misfit(choices, elements, maxChoices);
    }

    @Override
    public Completeness completeness(Value value) {
        return Completeness.of(value.elements().size(), Math.max(minChoices, expected));
    }

    @Override
    public String label(Value value) {
        List<String> letters = new ArrayList<>();
        for (int i = 0; i < choices.size(); i++) {
            if (value.elements().contains(choices.get(i).value())) {
                letters.add(Letters.of(i));
            }
        }
        return Letters.join(letters);
    }

    @Override
    public List<String> findings() {
        List<String> findings = new ArrayList<>();
        Choices.check(findings, choices, form == Form.AREAS || form == Form.WORDS ? 1 : 2);
        Choices.checkNumbers(findings, 1, minChoices, maxChoices, choices.size());
        if (expected < 0 || expected > maxChoices) {
            findings.add("the expected number must be 0 to " + maxChoices + ", but is " + expected);
        }
        order.check(findings, choices);
        return findings;
    }

    @Override
    public Interaction drawn(SeededDraw draw) {
        return with(order.apply(choices, draw));
    }

    @Override
    public Task task() {
        if (expected > 0) {
            return Task.of("expected", expected);
        }
        if (isSingle()) {
            return Task.of("one");
        }
        if (minChoices == maxChoices) {
            return Task.of("exactly", maxChoices);
        }
        return maxChoices < choices.size() ? Task.of("up-to", maxChoices) : Task.of("all-that-apply");
    }

    @Override
    public List<String> example() {
        return choices.subList(0, minChoices).stream().map(ChoiceId::value).toList();
    }

    @Override
    public List<ChoiceId> options() {
        return choices;
    }
}
