package dauntingledger.rulebook.sitting;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.testing.Desk;
import java.time.Instant;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;

/** Instants are seconds after nine, when the candidate was heard before. */
class HearingTest {

    private final Hearing hearing = new Hearing(at(0));

    @Test
    void neverGoesBack() {
        hearing.heard(at(10));
        hearing.heard(at(4));

        assertThat(hearing.lastMillis()).isEqualTo(millis(10));
    }

    @Test
    void aBatchIsBelievedBackToTheOneBefore() {
        assertThat(hearing.heard(List.of("a", "b"), List.of(), at(10))).containsOnly(millis(0));
        assertThat(hearing.heard(List.of("c"), List.of(), at(20))).containsOnly(millis(10));
    }

    @Nested
    class WhenEntriesAreAnnounced {

        @Test
        void theyAreBelievedAsIfTheyHadComeWithTheBatchThatAnnouncedThem() {
            assertThat(hearing.heard(List.of("a"), List.of("b", "c"), at(900))).containsExactly(millis(0));
            assertThat(hearing.heard(List.of("b"), List.of(), at(902))).containsExactly(millis(0));
            assertThat(hearing.heard(List.of("c"), List.of(), at(1_300))).containsExactly(millis(0));

            assertThat(hearing.awaits()).isFalse();
            assertThat(hearing.heard(List.of("d"), List.of(), at(1_301))).containsExactly(millis(1_300));
        }

        @Test
        void nothingElseCanTakeTheirPlace() {
            hearing.heard(List.of("a"), List.of("b", "c"), at(900));

            assertThat(hearing.heard(List.of("x", "b", "c"), List.of(), at(902)))
                    .containsOnly(millis(900));
        }

        @Test
        void noneOfThemCanBePassedOver() {
            hearing.heard(List.of("a"), List.of("b", "c"), at(900));

            assertThat(hearing.heard(List.of("c"), List.of(), at(902))).containsExactly(millis(900));
            assertThat(hearing.heard(List.of("b"), List.of(), at(903))).containsExactly(millis(902));
        }

        @Test
        void whoSaysThatNothingWaitsOrAsksForSomethingNewIsNotWaitedFor() {
            hearing.heard(List.of("a"), List.of("b"), at(900));
            hearing.heard(at(905));

            assertThat(hearing.heard(List.of("b"), List.of(), at(906))).containsExactly(millis(905));
        }

        @Test
        void aBatchWhoseAnswerWasLostChangesNothing() {
            hearing.heard(List.of("a"), List.of("b", "c"), at(900));
            hearing.heard(List.of(), List.of("b", "c", "d"), at(920));

            assertThat(hearing.heard(List.of("b", "c", "d"), List.of(), at(921)))
                    .containsExactly(millis(0), millis(0), millis(900));
        }

        @Test
        void anEntryOfTheLastBatchThatLeftNoTraceMayComeAgain() {
            hearing.heard(List.of("refused"), List.of("b"), at(900));

            assertThat(hearing.heard(List.of("refused"), List.of("b"), at(920))).containsExactly(millis(0));
            assertThat(hearing.heard(List.of("b"), List.of(), at(921))).containsExactly(millis(0));
        }

        @Test
        void theyAreBounded() {
            List<String> many = IntStream.rangeClosed(0, Hearing.MOST_ANNOUNCED)
                    .mapToObj(String::valueOf)
                    .toList();
            hearing.heard(List.of("a"), many, at(900));

            List<Long> heard = hearing.heard(many, List.of(), at(901));

            assertThat(heard.subList(0, Hearing.MOST_ANNOUNCED)).containsOnly(millis(0));
            assertThat(heard.getLast()).isEqualTo(millis(900));
        }
    }

    private static Instant at(int seconds) {
        return Desk.NINE.plusSeconds(seconds);
    }

    private static long millis(int seconds) {
        return at(seconds).toEpochMilli();
    }
}
