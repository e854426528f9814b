package dauntingledger.rulebook.response;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A box for a number or a few words. What is typed is kept as it was typed; it is a full answer once it can be read.
 *
 * @param maxLength the most characters the box takes; 1 to {@value #MOST}
 */
public record TextEntry(ResponseId response, int maxLength, Reading reading) implements Interaction {

    public static final int MOST = 400;

    public TextEntry {
        requireNonNull(response, "response");
        requireNonNull(reading, "reading");
    }

    @Override
    public Value blank() {
        return Value.typed("");
    }

    @Override
    public Optional<Misfit> misfit(List<String> elements) {
        return Misfit.ofLength(elements, maxLength);
    }

    @Override
    public Completeness completeness(Value value) {
        return reading.read(value.elements().getFirst()).isPresent() ? Completeness.FULL : Completeness.PART;
    }

    @Override
    public String label(Value value) {
        return value.elements().getFirst().strip();
    }

    @Override
    public List<String> findings() {
        List<String> findings = new ArrayList<>(reading.findings());
        if (maxLength < 1 || maxLength > MOST) {
            findings.add("the box must take 1 to " + MOST + " characters, but takes " + maxLength);
        }
        return findings;
    }

    @Override
    public Task task() {
        return Task.of(reading instanceof Reading.AsNumber ? "number" : "words");
    }

    @Override
    public List<String> example() {
        return List.of("4");
    }
}
