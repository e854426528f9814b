package dauntingledger.rulebook.tools;

import dauntingledger.rulebook.calculator.Calculator;
import dauntingledger.rulebook.calculator.CalculatorOutcome;
import dauntingledger.rulebook.number.Rational;
import java.util.ArrayList;
import java.util.List;

/**
 * The calculator's tape worked out from its first line to its last.
 *
 * @param lines every line with what it came to; that of a memory line is what the memory holds after it
 * @param answer the last result, 0 if there is none
 * @param memory what the memory holds
 */
public record Tape(List<Line> lines, Rational answer, Rational memory) {

    /** A line and what it came to. */
    public record Line(ToolUse.OnTape use, CalculatorOutcome outcome) {}

    public Tape {
        lines = List.copyOf(lines);
    }

    public static Tape of(List<ToolUse.OnTape> uses) {
        List<Line> lines = new ArrayList<>();
        Rational answer = Rational.ZERO;
        Rational memory = Rational.ZERO;
        for (ToolUse.OnTape use : uses) {
            switch (use) {
                case ToolUse.SumDone sum -> {
                    CalculatorOutcome outcome = new Calculator(sum.angle(), answer, memory).work(sum.sum());
                    answer = outcome instanceof CalculatorOutcome.Result result ? result.value() : answer;
                    lines.add(new Line(use, outcome));
                }
                case ToolUse.MemoryUsed used -> {
                    memory = switch (used.key()) {
                        case ADD -> memory.plus(answer);
                        case SUBTRACT -> memory.minus(answer);
                        case CLEAR -> Rational.ZERO;
                    };
                    lines.add(new Line(use, new CalculatorOutcome.Result(memory)));
                }
            }
        }
        return new Tape(lines, answer, memory);
    }
}
