package dauntingledger.app.papers;

import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.scoring.ResponseKey;
import dauntingledger.rulebook.scoring.Rule;
import dauntingledger.rulebook.scoring.Template;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Reads the template declarations of an item, and the rules that draw values for them. */
final class TemplateReader extends RuleReader {

    private final Map<String, Value> variables;

    private TemplateReader(Map<ResponseId, ResponseKey> responses, Map<String, Value> variables, Problems problems) {
        super("template", ExpressionReader.drawing(responses, variables), problems);
        this.variables = variables;
    }

    /** Reads what makes an item's numbers; an item that declares nothing of the kind has {@link Template#NONE}. */
    static Template read(XmlElement item, Map<ResponseId, ResponseKey> responses, Problems problems) {
        Map<String, Value> variables = new LinkedHashMap<>();
        item.elements("qti-template-declaration")
                .forEach(declaration -> problems.run(
                        declaration,
                        () -> variables.put(
                                Attributes.required(declaration, "identifier"),
                                DeclarationReader.variable(declaration))));
        Optional<XmlElement> processing = item.element("qti-template-processing");
        if (processing.isEmpty() && !variables.isEmpty()) {
            problems.add(item, "template variables are declared, but there is no 'qti-template-processing'");
        }
        List<Rule> rules = processing
                .map(rows -> new TemplateReader(responses, variables, problems).rules(rows.elements()))
                .orElse(List.of());
        return new Template(variables, rules);
    }

    @Override
    Rule rule(XmlElement element) {
        return switch (element.name()) {
            case "qti-set-template-value" ->
                new Rule.SetVariable(variable(element), expressions().only(element));
            case "qti-set-correct-response" ->
                new Rule.SetCorrect(
                        expressions().response(element), expressions().only(element));
            case "qti-template-constraint" -> new Rule.Constraint(expressions().only(element));
            case "qti-exit-template" -> new Rule.Exit();
            default ->
                throw new IllegalArgumentException("'" + element.name() + "' is not supported in template processing");
        };
    }

    private String variable(XmlElement element) {
        String name = Attributes.required(element, "identifier");
        if (!variables.containsKey(name)) {
            throw new IllegalArgumentException("there is no template variable '" + name + "'");
        }
        return name;
    }
}
