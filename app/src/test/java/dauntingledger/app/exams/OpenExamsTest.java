package dauntingledger.app.exams;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Revision;
import dauntingledger.rulebook.exam.ExamState;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** A change that was planned for one state of an exam is not carried out in another. */
class OpenExamsTest extends OfficeWork {

    @Autowired
    private OpenExams open;

    private Exam announcedAfter(Exam draft) {
        imports(draft, 2);
        chairs.give(draft.id(), 1, false);
        exams.bring(draft.id(), ExamState.ANNOUNCED);
        return exams.find(draft.id()).orElseThrow();
    }

    private Exam draft() {
        Rooms.Room north = rooms.all().stream()
                .filter(room -> room.name().equals("North"))
                .findFirst()
                .orElseThrow();
        return exams.make(plan("pilot-licence", in(Duration.ofHours(3)), north.id()));
    }

    @Test
    void isNotCarriedOutInAnother() {
        Exam draft = draft();
        announcedAfter(draft);
        List<Appointment> roster = exams.roster(draft.id());

        assertThatThrownBy(() ->
                        open.change(draft, Revision.cancelling(roster.getFirst()), record -> record.chairSeed(99)))
                .isInstanceOf(ExamChangeException.class)
                .hasMessageContaining("another-state");

        assertThat(exams.roster(draft.id())).isEqualTo(roster);
        assertThat(exams.find(draft.id()).orElseThrow().chairSeed()).isEqualTo(1);
        open.change(
                exams.find(draft.id()).orElseThrow(),
                Revision.cancelling(roster.getFirst()),
                record -> record.chairSeed(99));
        assertThat(exams.roster(draft.id())).containsExactly(roster.getLast());
        assertThat(exams.find(draft.id()).orElseThrow().chairSeed()).isEqualTo(99);
    }

    @Test
    void showsWhomItShowsTogetherWithTheState() {
        Exam announced = announcedAfter(draft());
        Appointment sitting = exams.roster(announced.id()).getFirst();
        assertThat(appointments.of(sitting.candidate())).containsExactly(sitting);

        assertThatThrownBy(() -> appointments.show(announced.id(), false, () -> {
                    throw new IllegalStateException("the state cannot be kept");
                }))
                .hasMessageContaining("cannot be kept");

        assertThat(appointments.of(sitting.candidate())).containsExactly(sitting);
        assertThat(sitting.isShown()).isTrue();
    }
}
