package dauntingledger.rulebook.results;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.SectionId;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class EffectsTest {

    private static Result result(String candidate, int marks, Result.Outcome outcome) {
        Marks.OfSection section =
                new Marks.OfSection(new SectionId("s"), Rational.of(marks), Rational.of(10), SectionRule.PLAIN, true);
        return new Result(
                candidate,
                new Marks(List.of(section), false),
                Rational.of(50),
                Optional.of(outcome),
                Optional.empty(),
                Optional.empty());
    }

    @Test
    void areCountedByWhatTheyAreToTheCandidate() {
        Effects effects = Effects.between(
                List.of(
                        result("a", 4, Result.Outcome.FAIL),
                        result("b", 6, Result.Outcome.PASS),
                        result("c", 6, Result.Outcome.PASS),
                        result("d", 1, Result.Outcome.FAIL)),
                List.of(
                        result("a", 5, Result.Outcome.PASS),
                        result("b", 5, Result.Outcome.FAIL),
                        result("c", 6, Result.Outcome.PASS),
                        result("d", 2, Result.Outcome.FAIL)));

        assertThat(effects.cohort()).isEqualTo(4);
        assertThat(effects.changes()).extracting(Effects.Change::candidate).containsExactly("a", "b", "d");
        assertThat(effects.up()).isEqualTo(2);
        assertThat(effects.down()).isEqualTo(1);
        assertThat(effects.passNow()).isEqualTo(1);
        assertThat(effects.passNoMore()).isEqualTo(1);
    }

    @Test
    void areNoneWhereAllStaysAsItWas() {
        List<Result> same = List.of(result("a", 4, Result.Outcome.FAIL));
        assertThat(Effects.between(same, same).changes()).isEmpty();
    }
}
