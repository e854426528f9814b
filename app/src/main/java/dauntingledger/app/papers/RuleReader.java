package dauntingledger.app.papers;

import dauntingledger.rulebook.scoring.Expression;
import dauntingledger.rulebook.scoring.Rule;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** Reads rules in a row, with conditions among them, which response processing and template processing have in common. */
abstract class RuleReader {

    private final String kind;
    private final ExpressionReader expressions;
    private final Problems problems;

    /** @param kind the word in the names of their elements: {@code qti-kind-condition} */
    RuleReader(String kind, ExpressionReader expressions, Problems problems) {
        this.kind = kind;
        this.expressions = expressions;
        this.problems = problems;
    }

    /** Reads one rule that is no condition. */
    abstract Rule rule(XmlElement element);

    final ExpressionReader expressions() {
        return expressions;
    }

    final Problems problems() {
        return problems;
    }

    /** Reads all that can be read; what cannot is noted. */
    final List<Rule> rules(Stream<XmlElement> elements) {
        List<Rule> rules = new ArrayList<>();
        elements.forEach(
                element -> problems.attempt(element, () -> any(element)).ifPresent(rules::add));
        return rules;
    }

    private Rule any(XmlElement element) {
        return element.name().equals(named("condition")) ? condition(element) : rule(element);
    }

    private Rule condition(XmlElement element) {
        List<Rule.Branch> branches = element.elements()
                .filter(branch -> !branch.name().equals(named("else")))
                .map(this::branch)
                .toList();
        return new Rule.Condition(
                branches,
                element.element(named("else"))
                        .map(otherwise -> rules(otherwise.elements()))
                        .orElse(List.of()));
    }

    private Rule.Branch branch(XmlElement branch) {
        if (!branch.name().equals(named("if")) && !branch.name().equals(named("else-if"))) {
            throw new IllegalArgumentException("'" + branch.name() + "' cannot stand in a " + kind + " condition");
        }
        Expression condition = branch.elements()
                .findFirst()
                .map(expressions::expression)
                .orElseThrow(() -> new IllegalArgumentException("'" + branch.name() + "' needs a condition"));
        return new Rule.Branch(condition, rules(branch.elements().skip(1)));
    }

    private String named(String part) {
        return "qti-" + kind + "-" + part;
    }
}
