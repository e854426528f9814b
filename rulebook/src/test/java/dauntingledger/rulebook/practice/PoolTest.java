package dauntingledger.rulebook.practice;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.scoring.Score.Outcome;
import dauntingledger.rulebook.testing.SamplePapers;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** What can be practised by itself. */
class PoolTest {

    private final Paper paper = SamplePapers.pilot();
    private final List<ItemId> items = paper.items().map(Item::id).toList();
    private final Map<ItemId, PastAnswer> last = new HashMap<>();

    private void past(int item, Outcome outcome, boolean marked, int seconds) {
        ItemId id = items.get(item);
        last.put(id, new PastAnswer(id, outcome, marked, Duration.ofSeconds(seconds)));
    }

    private List<ItemId> of(Pool.Reason reason) {
        return Pool.of(paper, last).stream()
                .filter(pool -> pool.reason() == reason)
                .flatMap(pool -> pool.items().stream())
                .toList();
    }

    @Test
    void isAllOfIt() {
        assertThat(of(Pool.Reason.ALL)).isEqualTo(items);
        assertThat(of(Pool.Reason.SECTION)).isEqualTo(items);
        assertThat(Pool.of(paper, last).stream()
                        .filter(pool -> pool.reason() == Pool.Reason.SECTION)
                        .map(Pool::title))
                .isEqualTo(paper.sections().map(Section::title).toList());
        assertThat(of(Pool.Reason.KIND)).containsExactlyInAnyOrderElementsOf(items);
    }

    @Test
    void isWhatLostMarksOrWasLeftBlankAndNotWhatAPersonWouldMark() {
        past(0, Outcome.WRONG, false, 10);
        past(1, Outcome.RIGHT, false, 10);
        past(2, Outcome.PARTLY_RIGHT, true, 10);

        assertThat(of(Pool.Reason.WRONG)).containsExactly(items.get(0), items.get(2));
        assertThat(of(Pool.Reason.MARKED)).containsExactly(items.get(2));

        past(0, Outcome.PENDING, false, 10);
        past(2, Outcome.BLANK, false, 10);
        assertThat(of(Pool.Reason.WRONG)).containsExactly(items.get(2));
        assertThat(of(Pool.Reason.MARKED)).isEmpty();
    }

    @Test
    void isWhatTookMoreThanOneAndAHalfTimesTheUsual() {
        past(0, Outcome.RIGHT, false, 100);
        past(1, Outcome.RIGHT, false, 20);
        past(2, Outcome.RIGHT, false, 20);
        past(3, Outcome.RIGHT, false, 30);
        assertThat(of(Pool.Reason.SLOW)).isEmpty();

        past(4, Outcome.RIGHT, false, 20);
        assertThat(of(Pool.Reason.SLOW)).containsExactly(items.get(0));
        assertThat(Pace.isSlow(Duration.ofSeconds(30), Duration.ofSeconds(20))).isFalse();
        assertThat(Pace.isSlow(Duration.ofMillis(30_001), Duration.ofSeconds(20)))
                .isTrue();
        assertThat(Pace.isSlow(Duration.ofHours(1), Duration.ZERO)).isFalse();
    }
}
