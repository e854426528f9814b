package dauntingledger.rulebook.paper;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import dauntingledger.rulebook.sitting.Ledger;
import dauntingledger.rulebook.sitting.Question;
import dauntingledger.rulebook.sitting.Question.Seal;
import dauntingledger.rulebook.sitting.Verdict;
import dauntingledger.rulebook.testing.SamplePapers;
import dauntingledger.rulebook.testing.Scripts;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** The modes in which a paper is practised. */
class PracticeModeTest {

    @Test
    void anOfficialPaperIsPractisedInNoMode() {
        Paper official = new Scripts(1).script(1).paper();
        for (PracticeMode mode : PracticeMode.values()) {
            assertThatThrownBy(() -> mode.applyTo(official))
                    .isInstanceOf(IllegalArgumentException.class)
                    .hasMessageContaining("cannot be practised");
        }
        Paper rehearsed = SamplePapers.offering(official, PracticeMode.REHEARSE);
        assertThatThrownBy(() -> PracticeMode.LEARN.applyTo(rehearsed)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> Practice.offering(List.of())).isInstanceOf(IllegalArgumentException.class);
    }

    @Property(tries = 200)
    void aRehearsalIsThePaper(@ForAll long seed) {
        Paper paper = SamplePapers.offering(new Scripts(seed).script(1).paper(), PracticeMode.values());
        Paper rehearsed = PracticeMode.REHEARSE.applyTo(paper);
        assertThat(rehearsed.route()).isEqualTo(paper.route());
        assertThat(rehearsed.boxes()).isEqualTo(paper.boxes());
        assertThat(rehearsed.rules().checks()).isFalse();
    }

    @Property(tries = 200)
    void withoutClocksTheQuestionsAreTheSame(@ForAll long seed) {
        Paper paper = SamplePapers.offering(new Scripts(seed).script(1).paper(), PracticeMode.values());
        for (PracticeMode mode : List.of(PracticeMode.LEARN, PracticeMode.UNTIMED)) {
            Paper practised = mode.applyTo(paper);
            assertThat(practised.boxes()).isEmpty();
            assertThat(practised.items().toList()).isEqualTo(paper.items().toList());
            assertThat(practised.rules().checks()).isEqualTo(mode == PracticeMode.LEARN);
        }
    }

    /** Whatever else is entered: what was checked keeps its answer, and nothing is checked but in the mode for learning. */
    @Property(tries = 300)
    void aCheckedQuestionNeverChanges(@ForAll long seed) {
        Scripts.Script script = new Scripts(seed).script(120);
        Paper paper = SamplePapers.offering(script.paper(), PracticeMode.values());
        for (PracticeMode mode : PracticeMode.values()) {
            Ledger ledger = new Ledger(mode.applyTo(paper));
            Map<ItemId, Question> checked = new HashMap<>();
            int number = 0;
            for (Entry entry : script.entries()) {
                ledger.enter(entry);
                if (entry.act() instanceof Act.OnItem on && ++number % 3 == 0) {
                    Verdict verdict = ledger.enter(new Entry(
                            new EntryId("check" + number), entry.at(), entry.receivedAt(), new Act.Checked(on.item())));
                    if (verdict.isPermitted() && mode != PracticeMode.LEARN) {
                        throw new AssertionError("checked in the mode " + mode);
                    }
                }
                for (Question question : ledger.sitting().questions().all()) {
                    if (question.seal() == Seal.CHECKED) {
                        Question first = checked.putIfAbsent(question.item().id(), question);
                        assertThat(question.work()).isEqualTo((first == null ? question : first).work());
                    }
                }
            }
        }
    }
}
