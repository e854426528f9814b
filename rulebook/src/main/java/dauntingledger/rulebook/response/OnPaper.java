package dauntingledger.rulebook.response;

import static java.util.Objects.requireNonNull;

import java.util.List;
import java.util.Optional;

/** An answer in the printed booklet, which the candidate declares done. */
public record OnPaper(ResponseId response) implements Interaction {

    private static final String DONE = "true";

    public OnPaper {
        requireNonNull(response, "response");
    }

    @Override
    public Value blank() {
        return new Value(Value.Cardinality.SINGLE, Value.BaseType.BOOLEAN, List.of());
    }

    @Override
    public Optional<Misfit> misfit(List<String> elements) {
        return elements.isEmpty() || elements.equals(List.of(DONE))
                ? Optional.empty()
                : Optional.of(Misfit.UNKNOWN_CHOICE);
    }

    @Override
    public Completeness completeness(Value value) {
        return Completeness.FULL;
    }

    /** Returns the sign for the booklet. */
    @Override
    public String label(Value value) {
        return "¶";
    }

    @Override
    public List<String> findings() {
        return List.of();
    }

    @Override
    public Task task() {
        return Task.of("on-paper");
    }

    @Override
    public List<String> example() {
        return List.of("true");
    }
}
