package dauntingledger.rulebook.scoring;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.response.Reading;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.response.Value.BaseType;
import java.util.List;
import java.util.Optional;

/**
 * What a response is judged by.
 *
 * @param reading how what is typed is read before it is judged, where it is typed
 * @param correct the correct response; NULL where none is declared. Its cardinality and base type are the response's.
 */
public record ResponseKey(Optional<Reading> reading, Value correct, List<Measure> measures) {

    public ResponseKey {
        requireNonNull(reading, "reading");
        requireNonNull(correct, "correct");
        measures = List.copyOf(measures);
    }

    /** A response that is compared with its correct value and nothing else. */
    public static ResponseKey of(Value correct) {
        return new ResponseKey(Optional.empty(), correct, List.of());
    }

    public Optional<Measure> measure(Measure.Kind kind) {
        return measures.stream().filter(measure -> measure.kind() == kind).findFirst();
    }

    Value blank() {
        return correct.with(List.of());
    }

    /** Returns what was entered in the form that it is judged in; what cannot be read is left out. */
    Value read(Value entered) {
        List<String> read = entered.elements().stream()
                .flatMap(element -> readable(element).stream())
                .toList();
        return correct.with(read);
    }

    /** Returns values that are written as QTI 3.0 writes them, or else as they would be typed, as they are judged. */
    public Value written(List<String> elements) {
        return correct.with(elements.stream()
                .flatMap(
                        element -> readable(element)
                                .or(() -> isNumeric() ? Reading.AsNumber.PLAIN.read(element) : Optional.empty())
                                .stream())
                .toList());
    }

    private Optional<String> readable(String element) {
        Optional<String> read = reading.isPresent()
                ? reading.get().read(element)
                : isNumeric() ? Reading.AsNumber.PLAIN.read(element) : Optional.of(element);
        return read.filter(text ->
                correct.baseType() != BaseType.INTEGER || Rational.parse(text).isWhole());
    }

    private boolean isNumeric() {
        return correct.baseType() == BaseType.FLOAT || correct.baseType() == BaseType.INTEGER;
    }
}
