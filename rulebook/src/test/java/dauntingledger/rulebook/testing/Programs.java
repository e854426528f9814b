package dauntingledger.rulebook.testing;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.program.Ending;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Sitting;
import java.util.List;

/** A sitting whose only question is answered by a program. */
public final class Programs {

    private static final String HASH = "0123456789abcdef".repeat(4);

    private Programs() {}

    /** Returns a desk with the question in view. */
    public static Desk desk() {
        Item item =
                SamplePapers.item("task", Rational.ONE, Rational.ZERO, Item.Credit.PARTS, SampleInteractions.PROGRAM);
        return new Desk(SamplePapers.paper(
                        List.of(SamplePapers.block("programs", item), SamplePapers.handIn()), List.of()))
                .opens("programs")
                .does(new Act.QuestionOpened(item.id()));
    }

    public static Act.Answered written(String response) {
        return new Act.Answered(new ItemId("task"), SamplePapers.R1, Value.typed(response));
    }

    public static Act.ProgramRun run(boolean examples, Ending... endings) {
        return new Act.ProgramRun(new ItemId("task"), SamplePapers.R1, HASH, examples, List.of(endings));
    }

    /** Returns a sitting with a program in one language, and one laid aside. */
    public static Sitting aside() {
        return desk().does(written("python\nprint(1)"))
                .does(written("javascript\n// tides\nprint(1)"))
                .sitting();
    }

    /** Returns a sitting with a program that was tried with the examples. */
    public static Sitting tried() {
        return desk().does(written("python\nprint(1)"))
                .does(run(true, Ending.PASSED, Ending.OTHER_OUTPUT))
                .sitting();
    }
}
