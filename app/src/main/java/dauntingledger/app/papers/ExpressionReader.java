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
import java.util.List;
import java.util.Map;

/**
 * Reads the expressions of an item. Every name in one must be declared; what is not supported is refused where it stands.
 */
final class ExpressionReader {

    private static final String PREFIX = "qti-";

    private final Map<ResponseId, ResponseKey> responses;
    private final Map<String, OutcomeVariable> outcomes;
    private final Map<String, Value> variables;
    private final boolean draws;

    /**
     * @param variables what the template declares
     * @param draws whether numbers can be drawn
     */
    private ExpressionReader(
            Map<ResponseId, ResponseKey> responses,
            Map<String, OutcomeVariable> outcomes,
            Map<String, Value> variables,
            boolean draws) {
        this.responses = responses;
        this.outcomes = outcomes;
        this.variables = variables;
        this.draws = draws;
    }

    /** Reads those that judge an answer. */
    static ExpressionReader judging(
            Map<ResponseId, ResponseKey> responses,
            Map<String, OutcomeVariable> outcomes,
            Map<String, Value> variables) {
        return new ExpressionReader(responses, outcomes, variables, false);
    }

    /** Reads those that draw a template; no answer is known there, and no outcome. */
    static ExpressionReader drawing(Map<ResponseId, ResponseKey> responses, Map<String, Value> variables) {
        return new ExpressionReader(responses, Map.of(), variables, true);
    }

    /** @throws IllegalArgumentException if no correct response is known */
    void requireCorrect(ResponseId response) {
        if (key(response).correct().elements().isEmpty()) {
            throw new IllegalArgumentException("the response '" + response + "' declares no correct response");
        }
    }

    /** Returns the one expression that an element holds. */
    Expression only(XmlElement element) {
        List<XmlElement> inner = element.elements().toList();
        if (inner.size() != 1) {
            throw new IllegalArgumentException(
                    "'" + element.name() + "' takes one expression, but has " + inner.size());
        }
        return expression(inner.getFirst());
    }

    /** @throws IllegalArgumentException if an expression cannot be worked out, naming where it stands */
    Expression expression(XmlElement element) {
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
            case "qti-random-integer", "qti-random-float", "qti-random" -> drawn(element);
            case "dl:share" -> measured(response(element), Measure.Kind.PARTS);
            default -> operation(element);
        };
    }

    private Expression drawn(XmlElement element) {
        if (!draws) {
            throw new IllegalArgumentException(
                    "'" + element.name() + "' in line " + element.line() + " can stand in template processing only");
        }
        return switch (element.name()) {
            case "qti-random-integer" ->
                new Expression.RandomInteger(
                        Attributes.whole(element, "min", "0"),
                        Attributes.whole(element, "max", ""),
                        Attributes.whole(element, "step", "1"));
            case "qti-random-float" ->
                new Expression.RandomFloat(
                        element.attribute("min").map(Rational::parse).orElse(Rational.ZERO),
                        Attributes.rational(element, "max"));
            default -> new Expression.RandomElement(only(element));
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
        if (!variables.containsKey(name)
                && !outcomes.containsKey(name)
                && !responses.containsKey(new ResponseId(name))) {
            throw new IllegalArgumentException("nothing is declared that is called '" + name + "'");
        }
        return name;
    }

    ResponseId response(XmlElement element) {
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
    Expression measured(ResponseId response, Measure.Kind kind) {
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
