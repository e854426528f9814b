package dauntingledger.rulebook.scoring;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.program.Runs;
import dauntingledger.rulebook.response.Reading;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.response.Value.BaseType;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * What a response is judged by.
 *
 * @param reading how what is typed is read before it is judged, where it is typed
 * @param correct the correct response; NULL where none is declared. Its cardinality and base type are the response's.
 * @param leniency what is taken for the correct response besides
 */
public record ResponseKey(Optional<Reading> reading, Value correct, List<Measure> measures, Leniency leniency) {

    public ResponseKey {
        requireNonNull(reading, "reading");
        requireNonNull(correct, "correct");
        measures = List.copyOf(measures);
        requireNonNull(leniency, "leniency");
    }

    /** What a response is judged by of which nothing was corrected. */
    public ResponseKey(Optional<Reading> reading, Value correct, List<Measure> measures) {
        this(reading, correct, measures, Leniency.NONE);
    }

    /**
     * What is taken for the correct response, as it was decided after the exam.
     *
     * @param also whole responses, each as it is judged
     * @param asTyped what was typed and cannot be read
     * @param within how far a number may lie from the correct one
     */
    record Leniency(List<Value> also, List<String> asTyped, Optional<Rational> within) {

        static final Leniency NONE = new Leniency(List.of(), List.of(), Optional.empty());

        Leniency {
            also = List.copyOf(also);
            asTyped = List.copyOf(asTyped);
        }

        boolean admits(Value value, Value right) {
            return also.stream().anyMatch(other -> Elements.same(other, value))
                    || within.isPresent()
                            && value.elements().size() == 1
                            && right.elements().size() == 1
                            && Rational.parse(value.elements().getFirst())
                                            .minus(Rational.parse(
                                                    right.elements().getFirst()))
                                            .abs()
                                            .compareTo(within.get())
                                    <= 0;
        }
    }

    ResponseKey alsoRight(List<String> value) {
        List<Value> also = new ArrayList<>(leniency.also());
        List<String> asTyped = new ArrayList<>(leniency.asTyped());
        Value read = written(value);
        if (read.elements().isEmpty()) {
            asTyped.add(value.getFirst().strip());
        } else {
            also.add(read);
        }
        return with(new Leniency(also, asTyped, leniency.within()));
    }

    ResponseKey within(Rational by) {
        return with(new Leniency(leniency.also(), leniency.asTyped(), Optional.of(by)));
    }

    /** Returns whether it is not known yet what {@code value} is worth. */
    boolean awaits(Value value) {
        return measure(Measure.Kind.PARTS)
                .filter(measure -> ((PartScoring) measure).awaits(value))
                .isPresent();
    }

    /** Returns this with how programs ended, if it is one. */
    ResponseKey with(Runs runs) {
        return changing(judged -> new PartScoring.OfCases(judged.cases(), runs));
    }

    /** Returns this with one of its cases corrected. */
    ResponseKey corrected(Correction.OfCase of) {
        return changing(
                judged -> new PartScoring.OfCases(judged.cases().corrected(of.number(), of.output()), judged.runs()));
    }

    private ResponseKey changing(UnaryOperator<PartScoring.OfCases> change) {
        List<Measure> changed = measures.stream()
                .map(measure -> measure instanceof PartScoring.OfCases judged ? change.apply(judged) : measure)
                .toList();
        return new ResponseKey(reading, correct, changed, leniency);
    }

    /** Returns what it is judged by if it is a program. */
    public Optional<PartScoring.OfCases> cases() {
        return measure(Measure.Kind.PARTS)
                .filter(PartScoring.OfCases.class::isInstance)
                .map(PartScoring.OfCases.class::cast);
    }

    ResponseKey with(Value other) {
        return new ResponseKey(reading, other, measures, leniency);
    }

    private ResponseKey with(Leniency other) {
        return new ResponseKey(reading, correct, measures, other);
    }

    /** Returns whether such a response can be entered, be it that it cannot be read. */
    boolean canBe(List<String> value) {
        return reading.isPresent() && value.size() == 1
                || written(value).elements().size() == value.size();
    }

    /** Returns the right response for something that was typed, cannot be read, and was decided to be right. */
    private Optional<Value> asTyped(List<String> elements) {
        return elements.size() == 1
                        && leniency.asTyped().contains(elements.getFirst().strip())
                ? right()
                : Optional.empty();
    }

    /** Returns a response than which none is better: the correct one, or the best of a mapping of single elements. */
    Optional<Value> right() {
        if (!correct.elements().isEmpty()) {
            return Optional.of(correct);
        }
        return measure(Measure.Kind.MAPPING)
                .filter(measure -> correct.cardinality() == Value.Cardinality.SINGLE)
                .flatMap(measure -> ((Mapping) measure).bestElement())
                .map(element -> correct.with(List.of(element)));
    }

    /** Returns what {@code read} is taken for: itself, or the right response where it was decided that it is as right. */
    Value taken(Value read) {
        return leniency.equals(Leniency.NONE)
                ? read
                : right().filter(right -> leniency.admits(read, right)).orElse(read);
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
        return asTyped(entered.elements()).orElseGet(() -> correct.with(read));
    }

    /** Returns values that are written as QTI 3.0 writes them, or else as they would be typed, as they are judged. */
    public Value written(List<String> elements) {
        return asTyped(elements)
                .orElseGet(() -> correct.with(elements.stream()
                        .flatMap(element -> readable(element)
                                .or(() -> isNumeric() ? Reading.AsNumber.PLAIN.read(element) : Optional.empty())
                                .stream())
                        .toList()));
    }

    private Optional<String> readable(String element) {
        Optional<String> read = reading.isPresent()
                ? reading.get().read(element)
                : isNumeric() ? Reading.AsNumber.PLAIN.read(element) : Optional.of(element);
        return read.filter(text ->
                correct.baseType() != BaseType.INTEGER || Rational.parse(text).isWhole());
    }

    boolean isNumeric() {
        return correct.baseType() == BaseType.FLOAT || correct.baseType() == BaseType.INTEGER;
    }
}
