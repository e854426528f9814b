package dauntingledger.app.papers;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.response.Value.BaseType;
import dauntingledger.rulebook.response.Value.Cardinality;
import dauntingledger.rulebook.scoring.Expression;
import dauntingledger.rulebook.scoring.Measure;
import dauntingledger.rulebook.scoring.Operator;
import dauntingledger.rulebook.scoring.OutcomeVariable;
import dauntingledger.rulebook.scoring.ResponseKey;
import dauntingledger.rulebook.scoring.Rule;
import dauntingledger.rulebook.scoring.Templates;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Reads the response processing of an item: a template of the standard, or its general elements and expressions. Every
 * name in it must be declared; what is not supported is noted where it stands.
 */
final class ProcessingReader {

    private static final String PREFIX = "qti-";

    private final Map<ResponseId, ResponseKey> responses;
    private final Map<String, OutcomeVariable> outcomes;
    private final Problems problems;

    ProcessingReader(Map<ResponseId, ResponseKey> responses, Map<String, OutcomeVariable> outcomes, Problems problems) {
        this.responses = responses;
        this.outcomes = outcomes;
        this.problems = problems;
    }

    List<Rule> read(XmlElement processing) {
        Optional<String> template =
                processing.attribute("template").or(() -> processing.attribute("template-location"));
        return template.isPresent() && processing.elements().findAny().isEmpty()
                ? template(processing, template.get())
                : rules(processing.elements());
    }

    /** Returns the template that an item names, if it names one of the standard's. */
    static Optional<Templates> template(String address) {
        String name = address.substring(address.lastIndexOf('/') + 1).replace(".xml", "");
        return PlainNames.find(name.replace('_', '-'), Templates.values());
    }

    private List<Rule> template(XmlElement processing, String address) {
        Optional<Templates> template = template(address);
        if (template.isEmpty()) {
            problems.add(
                    processing,
                    "there is no template '" + address + "'; there are match_correct, map_response and"
                            + " map_response_point");
            return List.of();
        }
        Optional<ResponseId> response = judged();
        if (response.isEmpty()) {
            problems.add(
                    processing,
                    "a template judges the response called RESPONSE, or the only one, but there is neither");
        }
        return response.map(id -> problems.attempt(processing, () -> {
                            requireMapping(template.get(), id);
                            return template.get().rules(id);
                        })
                        .orElse(List.of()))
                .orElse(List.of());
    }

    private Optional<ResponseId> judged() {
        ResponseId usual = new ResponseId("RESPONSE");
        return responses.containsKey(usual)
                ? Optional.of(usual)
                : responses.size() == 1
                        ? Optional.of(responses.keySet().iterator().next())
                        : Optional.empty();
    }

    private void requireMapping(Templates template, ResponseId response) {
        switch (template) {
            case MATCH_CORRECT -> requireCorrect(response);
            case MAP_RESPONSE -> measured(response, Measure.Kind.MAPPING);
            case MAP_RESPONSE_POINT -> measured(response, Measure.Kind.AREAS);
        }
    }

    private void requireCorrect(ResponseId response) {
        if (key(response).correct().elements().isEmpty()) {
            throw new IllegalArgumentException("the response '" + response + "' declares no correct response");
        }
    }

    private List<Rule> rules(Stream<XmlElement> elements) {
        List<Rule> rules = new ArrayList<>();
        elements.forEach(
                element -> problems.attempt(element, () -> rule(element)).ifPresent(rules::add));
        return rules;
    }

    private Rule rule(XmlElement element) {
        return switch (element.name()) {
            case "qti-set-outcome-value" -> new Rule.SetOutcome(outcome(element), only(element));
            case "qti-lookup-outcome-value" -> new Rule.Lookup(outcome(element), only(element));
            case "qti-exit-response" -> new Rule.Exit();
            case "qti-response-condition" -> condition(element);
            default ->
                throw new IllegalArgumentException("'" + element.name() + "' is not supported in response processing");
        };
    }

    private Rule condition(XmlElement element) {
        List<Rule.Branch> branches = element.elements()
                .filter(branch -> !branch.name().equals("qti-response-else"))
                .map(this::branch)
                .toList();
        return new Rule.Condition(
                branches,
                element.element("qti-response-else")
                        .map(otherwise -> rules(otherwise.elements()))
                        .orElse(List.of()));
    }

    private Rule.Branch branch(XmlElement branch) {
        if (!branch.name().equals("qti-response-if") && !branch.name().equals("qti-response-else-if")) {
            throw new IllegalArgumentException("'" + branch.name() + "' cannot stand in a response condition");
        }
        XmlElement condition = branch.elements()
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("'" + branch.name() + "' needs a condition"));
        return new Rule.Branch(expression(condition), rules(branch.elements().skip(1)));
    }

    private String outcome(XmlElement element) {
        String name = Attributes.required(element, "identifier");
        if (!outcomes.containsKey(name)) {
            throw new IllegalArgumentException("there is no outcome '" + name + "'");
        }
        return name;
    }

    private Expression only(XmlElement element) {
        List<XmlElement> inner = element.elements().toList();
        if (inner.size() != 1) {
            throw new IllegalArgumentException(
                    "'" + element.name() + "' takes one expression, but has " + inner.size());
        }
        return expression(inner.getFirst());
    }

    /** @throws IllegalArgumentException if an expression cannot be worked out, naming where it stands */
    private Expression expression(XmlElement element) {
        return switch (element.name()) {
            case "qti-base-value" -> new Expression.Constant(constant(element));
            case "qti-null" -> new Expression.Constant(new Value(Cardinality.SINGLE, BaseType.STRING, List.of()));
            case "qti-math-constant" -> mathConstant(element);
            case "qti-variable" -> new Expression.Variable(variable(element));
            case "qti-default" -> new Expression.Default(variable(element));
            case "qti-correct" -> {
                ResponseId response = response(element);
                requireCorrect(response);
                yield new Expression.Correct(response);
            }
            case "qti-map-response" -> measured(response(element), Measure.Kind.MAPPING);
            case "qti-map-response-point" -> measured(response(element), Measure.Kind.AREAS);
            case "dl:share" -> measured(response(element), Measure.Kind.PARTS);
            default -> operation(element);
        };
    }

    private Expression operation(XmlElement element) {
        String name = element.name().startsWith(PREFIX) ? element.name().substring(PREFIX.length()) : element.name();
        Operator operator = PlainNames.find(name, Operator.values())
                .orElseThrow(() -> new IllegalArgumentException(
                        "the expression '" + element.name() + "' in line " + element.line() + " is not supported"));
        List<Expression> operands = element.elements().map(this::expression).toList();
        try {
            return new Expression.Apply(operator, element.attributes(), operands);
        } catch (IllegalArgumentException e) {
            throw new IllegalArgumentException(
                    "'" + element.name() + "' in line " + element.line() + ": " + e.getMessage(), e);
        }
    }

    private static Value constant(XmlElement element) {
        BaseType type = baseType(element);
        String text = element.text();
        return new Value(Cardinality.SINGLE, type, List.of(element(type, text)));
    }

    private static Expression mathConstant(XmlElement element) {
        return switch (Attributes.required(element, "name")) {
            case "pi" -> new Expression.Constant(number("3.14159265358979323846"));
            case "e" -> new Expression.Constant(number("2.71828182845904523536"));
            default -> throw new IllegalArgumentException("a mathematical constant is pi or e");
        };
    }

    private static Value number(String decimal) {
        return new Value(Cardinality.SINGLE, BaseType.FLOAT, List.of(decimal));
    }

    private String variable(XmlElement element) {
        String name = Attributes.required(element, "identifier");
        if (!outcomes.containsKey(name) && !responses.containsKey(new ResponseId(name))) {
            throw new IllegalArgumentException("nothing is declared that is called '" + name + "'");
        }
        return name;
    }

    private ResponseId response(XmlElement element) {
        ResponseId response = new ResponseId(Attributes.required(element, "identifier"));
        key(response);
        return response;
    }

    private ResponseKey key(ResponseId response) {
        ResponseKey key = responses.get(response);
        if (key == null) {
            throw new IllegalArgumentException("there is no response '" + response + "'");
        }
        return key;
    }

    /** Asks that a response has the measure that an expression works with. */
    private Expression measured(ResponseId response, Measure.Kind kind) {
        if (key(response).measure(kind).isEmpty()) {
            throw new IllegalArgumentException("the response '" + response + "' declares no "
                    + switch (kind) {
                        case MAPPING -> "mapping";
                        case AREAS -> "area mapping";
                        case PARTS -> "part scoring (dl:elements, dl:cells, dl:places or dl:drawn)";
                    });
        }
        return new Expression.Measured(response, kind);
    }

    /** Returns the base type that an element is declared to have. */
    static BaseType baseType(XmlElement element) {
        String type = Attributes.required(element, "base-type");
        return PlainNames.find(type.equals("directedPair") ? "directed-pair" : type, BaseType.values())
                .orElseThrow(() -> new IllegalArgumentException("the base type '" + type + "' is not supported"));
    }

    /** Returns an element of a value in the form that the rulebook keeps it in. */
    static String element(BaseType type, String text) {
        return switch (type) {
            case INTEGER, FLOAT -> Rational.parse(text).toString();
            case BOOLEAN -> String.valueOf(text.equals("true") || text.equals("1"));
            case POINT, PAIR, DIRECTED_PAIR -> text.strip().replaceAll("\\s+", " ");
            case IDENTIFIER, STRING -> text;
        };
    }
}
