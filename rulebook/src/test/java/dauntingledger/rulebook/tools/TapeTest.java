package dauntingledger.rulebook.tools;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.calculator.Angle;
import dauntingledger.rulebook.calculator.CalculatorOutcome;
import dauntingledger.rulebook.calculator.Fault;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.tools.ToolUse.Memory;
import dauntingledger.rulebook.tools.ToolUse.MemoryUsed;
import dauntingledger.rulebook.tools.ToolUse.SumDone;
import java.util.List;
import org.junit.jupiter.api.Test;

class TapeTest {

    @Test
    void eachSumCanUseTheAnswerBeforeIt() {
        Tape tape = Tape.of(List.of(sum("3*4"), sum("ans+1"), sum("ans/2")));

        assertThat(tape.answer()).isEqualTo(Rational.of(13, 2));
    }

    @Test
    void aSumThatFailsStaysOnTheTapeAndLeavesTheAnswer() {
        Tape tape = Tape.of(List.of(sum("3*4"), sum("ans/0")));

        assertThat(tape.lines().getLast().outcome()).isEqualTo(new CalculatorOutcome.Failed(Fault.DIVIDED_BY_ZERO, 3));
        assertThat(tape.answer()).isEqualTo(Rational.of(12));
    }

    @Test
    void theMemoryAddsUpAndIsEmptied() {
        Tape tape = Tape.of(List.of(
                sum("5"), memory(Memory.ADD), memory(Memory.ADD), sum("3"), memory(Memory.SUBTRACT), sum("mem*2")));

        assertThat(tape.memory()).isEqualTo(Rational.of(7));
        assertThat(tape.answer()).isEqualTo(Rational.of(14));
        assertThat(Tape.of(List.of(sum("5"), memory(Memory.ADD), memory(Memory.CLEAR)))
                        .memory())
                .isEqualTo(Rational.ZERO);
    }

    private static SumDone sum(String typed) {
        return new SumDone(typed, Angle.DEGREES);
    }

    private static MemoryUsed memory(Memory key) {
        return new MemoryUsed(key);
    }
}
