package dauntingledger.rulebook.response;

import static java.util.Objects.requireNonNull;

import java.util.List;
import java.util.Optional;

/**
 * A sound or a film. A play counts once it has begun; how many there were is the response, and nobody can take it back.
 *
 * @param most how often it can be played; 0 for any number
 */
public record Play(ResponseId response, int most) implements Interaction {

    public static final int MOST = 20;

    public Play {
        requireNonNull(response, "response");
    }

    @Override
    public Value blank() {
        return new Value(Value.Cardinality.SINGLE, Value.BaseType.INTEGER, List.of());
    }

    /** No value can be entered: plays are counted as they begin. */
    @Override
    public Optional<Misfit> misfit(List<String> elements) {
        return Optional.of(Misfit.WRONG_SHAPE);
    }

    @Override
    public Completeness completeness(Value value) {
        return Completeness.FULL;
    }

    @Override
    public String label(Value value) {
        return "";
    }

    @Override
    public List<String> findings() {
        return most < 0 || most > MOST
                ? List.of("a sound or film can be played 1 to " + MOST + " times, or 0 for any number, but not " + most)
                : List.of();
    }

    @Override
    public Task task() {
        return Task.of("play");
    }

    @Override
    public List<String> example() {
        return List.of();
    }

    @Override
    public boolean isAsked() {
        return false;
    }
}
