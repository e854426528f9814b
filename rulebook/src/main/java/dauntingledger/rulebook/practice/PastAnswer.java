package dauntingledger.rulebook.practice;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.scoring.Score;
import dauntingledger.rulebook.sitting.Question;
import dauntingledger.rulebook.sitting.Sitting;
import java.time.Duration;
import java.util.List;

/**
 * How a question went in practice that was handed in.
 *
 * @param marked whether it was marked for review at the end
 * @param spent how long it was in view
 */
public record PastAnswer(ItemId item, Score.Outcome outcome, boolean marked, Duration spent) {

    public PastAnswer {
        requireNonNull(item, "item");
        requireNonNull(outcome, "outcome");
        requireNonNull(spent, "spent");
    }

    /** Returns how the questions of a sitting that was handed in went. */
    public static List<PastAnswer> of(Sitting sitting, Score score) {
        return score.sections().stream()
                .flatMap(section -> section.items().stream())
                .map(scored -> {
                    Question question = sitting.questions().get(scored.item());
                    return new PastAnswer(scored.item(), scored.outcome(), question.marked(), question.spent());
                })
                .toList();
    }

    /** Returns whether it lost marks, a blank one too; of what a person would mark nobody knows. */
    public boolean isWrong() {
        return outcome == Score.Outcome.WRONG || outcome == Score.Outcome.PARTLY_RIGHT || isBlank();
    }

    public boolean isBlank() {
        return outcome == Score.Outcome.BLANK;
    }
}
