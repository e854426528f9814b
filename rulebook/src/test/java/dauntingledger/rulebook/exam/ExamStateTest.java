package dauntingledger.rulebook.exam;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.exam.ExamState.Facts;
import dauntingledger.rulebook.exam.ExamState.Obstacle;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ExamStateTest {

    private static final Instant DOORS = Instant.parse("2026-12-01T08:30:00Z");
    private static final Instant LATE = Instant.parse("2026-12-01T09:30:00Z");

    private static Facts facts(int candidates, int chair, int room, int begun, int unfinished, int held, int unmarked) {
        return new Facts(0, LATE, candidates, chair, room, begun, unfinished, held, unmarked, true);
    }

    @Test
    void releasesOnlyResultsThatAreFixed() {
        Facts unfixed = new Facts(0, LATE, 20, 0, 0, 9, 0, 0, 0, false);

        assertThat(ExamState.RELEASED.obstacles(unfixed, LATE)).containsExactly(ExamState.Obstacle.NOT_FIXED);
        assertThat(ExamState.MARKED.obstacles(unfixed, LATE)).isEmpty();
    }

    @Test
    void isAnnouncedOnlyWhereNothingOfItCanBePractised() {
        Instant early = DOORS.minusSeconds(60);
        Facts practised = new Facts(2, LATE, 20, 0, 0, 0, 0, 0, 0, true);

        assertThat(ExamState.ANNOUNCED.obstacles(practised, early)).containsExactly(ExamState.Obstacle.PRACTISED);
        assertThat(ExamState.DRAFT.obstacles(practised, early)).isEmpty();
    }

    @Test
    void goOneAfterTheOther() {
        List<ExamState> way = new ArrayList<>();
        for (Optional<ExamState> state = Optional.of(ExamState.DRAFT);
                state.isPresent();
                state = state.get().next()) {
            way.add(state.get());
        }

        assertThat(way)
                .containsExactly(
                        ExamState.DRAFT,
                        ExamState.ANNOUNCED,
                        ExamState.CLOSED,
                        ExamState.MARKED,
                        ExamState.RELEASED,
                        ExamState.PUT_AWAY);
    }

    @ParameterizedTest
    @CsvSource({
        "ANNOUNCED, 20, 0, 0, 0, 0, 0, 0, 2026-12-01T08:00:00Z,",
        "ANNOUNCED,  0, 0, 0, 0, 0, 0, 0, 2026-12-01T08:00:00Z, NO_CANDIDATES",
        "ANNOUNCED, 20, 1, 0, 0, 0, 0, 0, 2026-12-01T08:00:00Z, WITHOUT_CHAIR",
        "ANNOUNCED, 20, 0, 1, 0, 0, 0, 0, 2026-12-01T08:00:00Z, ROOM_WITHOUT_INVIGILATOR",
        "ANNOUNCED, 20, 0, 0, 0, 0, 0, 0, 2026-12-01T09:29:59.999Z,",
        "ANNOUNCED, 20, 0, 0, 0, 0, 0, 0, 2026-12-01T09:30:00Z, HOUR_HAS_PASSED",
        "DRAFT,     20, 0, 0, 1, 1, 0, 0, 2026-12-01T08:40:00Z, BEGUN",
        "CLOSED,    20, 0, 0, 9, 0, 0, 0, 2026-12-01T09:29:59.999Z, ADMISSION_STILL_OPEN",
        "CLOSED,    20, 0, 0, 9, 1, 0, 0, 2026-12-01T12:00:00Z, UNFINISHED",
        "CLOSED,    20, 0, 0, 9, 0, 0, 0, 2026-12-01T12:00:00Z,",
        "MARKED,    20, 0, 0, 9, 0, 2, 0, 2026-12-01T12:00:00Z, HELD",
        "MARKED,    20, 0, 0, 9, 0, 0, 3, 2026-12-01T12:00:00Z, UNMARKED",
        "RELEASED,  20, 0, 0, 9, 0, 0, 0, 2026-12-01T12:00:00Z,",
        "PUT_AWAY,  20, 0, 0, 9, 0, 0, 0, 2026-12-01T12:00:00Z,"
    })
    void haveConditions(
            ExamState to,
            int candidates,
            int chair,
            int room,
            int begun,
            int unfinished,
            int held,
            int unmarked,
            Instant now,
            Obstacle obstacle) {
        assertThat(to.obstacles(facts(candidates, chair, room, begun, unfinished, held, unmarked), now))
                .isEqualTo(obstacle == null ? List.of() : List.of(obstacle));
    }

    @Test
    void runByTheHourAlone() {
        assertThat(ExamState.ANNOUNCED.at(DOORS, DOORS.minusMillis(1))).isEqualTo(ExamState.ANNOUNCED);
        assertThat(ExamState.ANNOUNCED.at(DOORS, DOORS)).isEqualTo(ExamState.RUNNING);
        assertThat(ExamState.DRAFT.at(DOORS, DOORS)).isEqualTo(ExamState.DRAFT);
        assertThatThrownBy(() -> ExamState.RUNNING.obstacles(facts(1, 0, 0, 0, 0, 0, 0), DOORS))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @ParameterizedTest
    @CsvSource({"ANNOUNCED, DRAFT", "MARKED, CLOSED", "PUT_AWAY, RELEASED", "RELEASED,", "CLOSED,"})
    void canBeTakenBackWhereNothingIsLost(ExamState state, ExamState before) {
        assertThat(state.back()).isEqualTo(Optional.ofNullable(before));
    }
}
