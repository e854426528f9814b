package dauntingledger.app.papers;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.program.Runs;
import dauntingledger.rulebook.response.ChartElement;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.Grid;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.Program;
import dauntingledger.rulebook.response.Reading;
import dauntingledger.rulebook.response.RuledLine;
import dauntingledger.rulebook.response.TextEntry;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.response.Value.BaseType;
import dauntingledger.rulebook.response.Value.Cardinality;
import dauntingledger.rulebook.scoring.AreaMapping;
import dauntingledger.rulebook.scoring.Mapping;
import dauntingledger.rulebook.scoring.Measure;
import dauntingledger.rulebook.scoring.OutcomeVariable;
import dauntingledger.rulebook.scoring.PartScoring;
import dauntingledger.rulebook.scoring.Region;
import dauntingledger.rulebook.scoring.ResponseKey;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Reads what an item declares: its responses with what makes them right, and its outcomes. */
final class DeclarationReader {

    private DeclarationReader() {}

    static Cardinality cardinality(XmlElement declaration) {
        String text = Attributes.required(declaration, "cardinality");
        return PlainNames.find(text, Cardinality.values())
                .orElseThrow(() -> new IllegalArgumentException(
                        "cardinality must be single, multiple or ordered, but is '" + text + "'"));
    }

    /**
     * Reads what a response is judged by.
     *
     * @param interaction what takes the response, if the body holds it
     * @throws IllegalArgumentException if something in it cannot be read
     */
    static ResponseKey response(XmlElement declaration, Optional<Interaction> interaction) {
        BaseType type = ExpressionReader.baseType(declaration);
        Optional<Reading> reading =
                interaction.filter(TextEntry.class::isInstance).map(entry -> ((TextEntry) entry).reading());
        Value correct =
                new Value(cardinality(declaration), type, values(declaration, "qti-correct-response", type, reading));
        return new ResponseKey(
                reading,
                correct,
                Stream.of(
                                declaration.element("qti-mapping").map(mapping -> mapping(mapping, type, reading)),
                                declaration.element("qti-area-mapping").map(DeclarationReader::areas),
                                partScoring(declaration, correct, interaction))
                        .flatMap(Optional<Measure>::stream)
                        .toList());
    }

    /** @throws IllegalArgumentException if something in it cannot be read */
    static OutcomeVariable outcome(XmlElement declaration) {
        BaseType type = ExpressionReader.baseType(declaration);
        List<String> initial = values(declaration, "qti-default-value", type, Optional.empty());
        boolean zero = initial.isEmpty() && (type == BaseType.FLOAT || type == BaseType.INTEGER);
        return new OutcomeVariable(
                new Value(cardinality(declaration), type, zero ? List.of("0") : initial),
                declaration.attribute("normal-maximum").map(Rational::parse),
                table(declaration, type));
    }

    /**
     * Reads a variable of a template, with its default value.
     *
     * @throws IllegalArgumentException if something in it cannot be read
     */
    static Value variable(XmlElement declaration) {
        BaseType type = ExpressionReader.baseType(declaration);
        return new Value(
                cardinality(declaration), type, values(declaration, "qti-default-value", type, Optional.empty()));
    }

    private static List<String> values(XmlElement declaration, String name, BaseType type, Optional<Reading> reading) {
        return declaration
                .elements(name)
                .flatMap(values -> values.elements("qti-value"))
                .map(value -> read(value.text(), type, reading))
                .toList();
    }

    /** What is right goes the same way as what is typed, so that both can be compared. */
    private static String read(String text, BaseType type, Optional<Reading> reading) {
        return reading.filter(Reading.AsWords.class::isInstance)
                .map(words -> words.read(text).orElse(text))
                .orElseGet(() -> ExpressionReader.element(type, text));
    }

    private static Measure mapping(XmlElement mapping, BaseType type, Optional<Reading> reading) {
        List<Mapping.Entry> entries = mapping.elements("qti-map-entry")
                .map(entry -> new Mapping.Entry(
                        read(Attributes.required(entry, "map-key"), type, reading),
                        Attributes.rational(entry, "mapped-value"),
                        type == BaseType.STRING && !Attributes.isTrue(entry, "case-sensitive", "true")))
                .toList();
        return new Mapping(entries, number(mapping, "default-value").orElse(Rational.ZERO), bounds(mapping));
    }

    private static Measure areas(XmlElement mapping) {
        List<AreaMapping.Entry> entries = mapping.elements("qti-area-map-entry")
                .map(entry -> new AreaMapping.Entry(region(entry), Attributes.rational(entry, "mapped-value")))
                .toList();
        return new AreaMapping(entries, number(mapping, "default-value").orElse(Rational.ZERO), bounds(mapping));
    }

    static Region region(XmlElement element) {
        return Region.read(
                Attributes.required(element, "shape"),
                element.attribute("coords").orElse(""));
    }

    private static Mapping.Bounds bounds(XmlElement mapping) {
        return new Mapping.Bounds(number(mapping, "lower-bound"), number(mapping, "upper-bound"));
    }

    private static Optional<Rational> number(XmlElement element, String attribute) {
        return element.attribute(attribute).map(text -> Attributes.rational(element, attribute));
    }

    private static Optional<OutcomeVariable.Table> table(XmlElement declaration, BaseType type) {
        return Stream.of("qti-match-table", "qti-interpolation-table")
                .flatMap(declaration::elements)
                .findFirst()
                .map(table -> rows(table, type));
    }

    private static OutcomeVariable.Table rows(XmlElement table, BaseType type) {
        boolean exact = table.name().equals("qti-match-table");
        List<OutcomeVariable.Row> rows = table.elements()
                .map(row -> new OutcomeVariable.Row(
                        Attributes.rational(row, "source-value"),
                        Attributes.isTrue(row, "include-boundary", "true"),
                        ExpressionReader.element(type, Attributes.required(row, "target-value"))))
                .toList();
        return new OutcomeVariable.Table(
                exact,
                rows,
                table.attribute("default-value").map(text -> ExpressionReader.element(type, text)).stream()
                        .toList());
    }

    private static Optional<Measure> partScoring(
            XmlElement declaration, Value correct, Optional<Interaction> interaction) {
        return declaration
                .elements()
                .filter(element -> element.name().startsWith("dl:"))
                .findFirst()
                .map(element -> judging(element, correct, interaction));
    }

    private static PartScoring judging(XmlElement element, Value correct, Optional<Interaction> interaction) {
        if (element.name().equals(ProgramReader.CASES)) {
            of(interaction, Program.class, "an interaction with dl:program");
            return new PartScoring.OfCases(ProgramReader.cases(element), Runs.NONE);
        }
        PartScoring.Credit credit = Attributes.word(element, "credit", PartScoring.Credit.values(), "whole");
        return switch (element.name()) {
            case "dl:elements" -> new PartScoring.OfElements(correct, credit);
            case "dl:cells" ->
                new PartScoring.OfCells(cells(element, of(interaction, Grid.class, "a dl:grid")), credit);
            case "dl:places" ->
                new PartScoring.OfRuledLine(
                        places(element), number(element, "tolerance").orElse(Rational.ZERO), credit);
            case "dl:drawn" -> new PartScoring.OfChart(drawn(element), credit);
            default ->
                throw new IllegalArgumentException("there is no '" + element.name()
                        + "'; there are dl:elements, dl:cells, dl:places, dl:drawn, dl:cases");
        };
    }

    private static <T extends Interaction> T of(Optional<Interaction> interaction, Class<T> kind, String name) {
        return interaction
                .filter(kind::isInstance)
                .map(kind::cast)
                .orElseThrow(() -> new IllegalArgumentException("this judges " + name + ", and there is none"));
    }

    private static List<PartScoring.OfCells.Cell> cells(XmlElement element, Grid grid) {
        List<PartScoring.OfCells.Cell> cells = new ArrayList<>();
        for (XmlElement cell : element.elements("dl:cell").toList()) {
            ChoiceId id = new ChoiceId(Attributes.required(cell, "id"));
            Reading reading = grid.cells().stream()
                    .filter(one -> one.id().equals(id) && !one.isGiven())
                    .findFirst()
                    .orElseThrow(() -> new IllegalArgumentException("the grid has no cell '" + id + "' to fill"))
                    .reading();
            String correct = Attributes.required(cell, "correct");
            cells.add(new PartScoring.OfCells.Cell(
                    id,
                    reading,
                    reading.read(correct)
                            .orElseThrow(() -> new IllegalArgumentException(
                                    "'" + correct + "' cannot be read in the cell '" + id + "'")),
                    number(cell, "tolerance").orElse(Rational.ZERO)));
        }
        return requireSome(cells);
    }

    private static List<RuledLine.Placed> places(XmlElement element) {
        return requireSome(element.elements("dl:place")
                .map(place -> new RuledLine.Placed(
                        new ChoiceId(Attributes.required(place, "symbol")), Attributes.rational(place, "at")))
                .toList());
    }

    private static List<PartScoring.OfChart.Required> drawn(XmlElement element) {
        return requireSome(element.elements("dl:required")
                .map(required -> new PartScoring.OfChart.Required(
                        Attributes.required(required, "name"),
                        ChartElement.read(Attributes.required(required, "drawn"))
                                .orElseThrow(() -> new IllegalArgumentException(
                                        "drawn must be like 'point 12 40', 'line 12 40 60 40' or 'arc 12 40 18'")),
                        decimal(required, "position"),
                        decimal(required, "bearing"),
                        decimal(required, "distance")))
                .toList());
    }

    private static <T> List<T> requireSome(List<T> parts) {
        if (parts.isEmpty()) {
            throw new IllegalArgumentException("it names nothing that is wanted");
        }
        return parts;
    }

    private static double decimal(XmlElement element, String attribute) {
        return number(element, attribute)
                .map(number ->
                        number.numerator().doubleValue() / number.denominator().doubleValue())
                .orElse(0.0);
    }

    /** Returns whether an outcome is for a marker to say. */
    static boolean isForPerson(XmlElement declaration) {
        return declaration
                .attribute("external-scored")
                .filter(how -> how.equals("human") || how.equals("externalMachine") || how.equals("external-machine"))
                .isPresent();
    }
}
