package dauntingledger.rulebook.sitting;

import static dauntingledger.rulebook.testing.SamplePapers.block;
import static dauntingledger.rulebook.testing.SamplePapers.box;
import static dauntingledger.rulebook.testing.SamplePapers.handIn;
import static dauntingledger.rulebook.testing.SamplePapers.single;
import static dauntingledger.rulebook.testing.SamplePapers.stage;
import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.paper.Clocks;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.testing.Desk;
import dauntingledger.rulebook.testing.SamplePapers;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A break that asks for signing in again, and one after it that does not. */
class SignInAgainTest {

    private static final Paper PAPER = SamplePapers.paper(
            List.of(
                    block("one", single("q1")),
                    rest("long", true),
                    block("two", single("q2")),
                    rest("short", false),
                    block("three", single("q3")),
                    handIn()),
            List.of(box("two", 20, "two", "two"), box("three", 20, "three", "three")));

    private final Desk desk = new Desk(PAPER).opens("one").closes("one");

    @Test
    void isAskedForOnceByTheBreakThatWantsIt() {
        assertThat(desk.sitting().isAway()).isTrue();
        desk.does(new Act.SignedInAgain()).opens("two").closes("two");

        assertThat(desk.sitting().isAway()).isFalse();
    }

    @Test
    void isStillAskedForAfterALaterBreakThatDoesNotWantIt() {
        Sitting late = desk.afterMinutes(45).sitting();

        assertThat(late.route().stage().map(Stage::id)).hasValue(stage("three"));
        assertThat(late.isAway()).isTrue();
        assertThat(desk.permits(Desk.choosing("q3", "a"))).isEqualTo(Verdict.SIGN_IN_AGAIN);
    }

    private static Stage.Break rest(String id, boolean signInAgain) {
        return new Stage.Break(
                stage(id), "Break", Duration.ofMinutes(10), Duration.ZERO, Clocks.STAND_STILL, signInAgain);
    }
}
