package dauntingledger.rulebook.scoring;

import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import java.util.List;

/** A rule of QTI 3.0's response processing or template processing. */
public sealed interface Rule {

    /** Follows this rule; returns whether the rules after it are followed too. */
    boolean follow(Scope scope);

    /** Sets an outcome. */
    record SetOutcome(String outcome, Expression expression) implements Rule {
        @Override
        public boolean follow(Scope scope) {
            scope.set(outcome, expression.evaluate(scope));
            return true;
        }
    }

    /** Sets an outcome to what its table says of a number. */
    record Lookup(String outcome, Expression expression) implements Rule {
        @Override
        public boolean follow(Scope scope) {
            Value source = expression.evaluate(scope);
            scope.set(outcome, scope.outcome(outcome).look(source));
            return true;
        }
    }

    /** Follows the first branch whose condition is true, or else {@code otherwise}. */
    record Condition(List<Branch> branches, List<Rule> otherwise) implements Rule {
        public Condition {
            branches = List.copyOf(branches);
            otherwise = List.copyOf(otherwise);
        }

        @Override
        public boolean follow(Scope scope) {
            for (Branch branch : branches) {
                if (Operands.isTrue(branch.condition().evaluate(scope))) {
                    return followAll(branch.rules(), scope);
                }
            }
            return followAll(otherwise, scope);
        }
    }

    record Branch(Expression condition, List<Rule> rules) {
        public Branch {
            rules = List.copyOf(rules);
        }
    }

    /** Sets a variable of the template, as it is declared. */
    record SetVariable(String variable, Expression expression) implements Rule {
        @Override
        public boolean follow(Scope scope) {
            scope.setVariable(variable, expression.evaluate(scope));
            return true;
        }
    }

    /** Sets what is the correct response. */
    record SetCorrect(ResponseId response, Expression expression) implements Rule {
        @Override
        public boolean follow(Scope scope) {
            scope.setCorrect(response, expression.evaluate(scope));
            return true;
        }
    }

    /** Lets the template draw again where its condition is not true. */
    record Constraint(Expression condition) implements Rule {
        @Override
        public boolean follow(Scope scope) {
            boolean holds = Operands.isTrue(condition.evaluate(scope));
            if (!holds) {
                scope.refuse();
            }
            return holds;
        }
    }

    /** Ends the rules. */
    record Exit() implements Rule {
        @Override
        public boolean follow(Scope scope) {
            return false;
        }
    }

    static boolean followAll(List<Rule> rules, Scope scope) {
        for (Rule rule : rules) {
            if (!rule.follow(scope)) {
                return false;
            }
        }
        return true;
    }
}
