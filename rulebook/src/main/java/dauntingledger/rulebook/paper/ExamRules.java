package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import java.time.Duration;
import java.util.List;
import java.util.Optional;

/**
 * The rules of a paper that belong to no single stage.
 *
 * @param clockMayHide whether the candidate may hide the clock until its last warning
 * @param ownBreaks breaks at the candidate's own moment, if there are any
 * @param roomWarnings at how much time left before the room closes the candidate is told, longest first; for sittings
 *     that have such an instant
 * @param surveys what is asked after parts of the exam
 * @param watch what is asked of somebody who sits alone, if anything is
 * @param equipment the tools and exhibits beside the questions
 * @param practice how it can be practised; empty for a paper that is not for practice
 */
public record ExamRules(
        boolean clockMayHide,
        Optional<OwnBreaks> ownBreaks,
        List<Duration> roomWarnings,
        List<Survey> surveys,
        Optional<Watch> watch,
        Equipment equipment,
        Optional<Practice> practice) {

    /** Nothing beyond what every sitting has. */
    public static final ExamRules PLAIN = new ExamRules(
            false, Optional.empty(), List.of(), List.of(), Optional.empty(), Equipment.NONE, Optional.empty());

    public ExamRules {
        requireNonNull(ownBreaks, "ownBreaks");
        roomWarnings = List.copyOf(roomWarnings);
        surveys = List.copyOf(surveys);
        requireNonNull(watch, "watch");
        requireNonNull(equipment, "equipment");
        requireNonNull(practice, "practice");
    }

    /** Returns these rules with other equipment. */
    public ExamRules with(Equipment other) {
        return new ExamRules(clockMayHide, ownBreaks, roomWarnings, surveys, watch, other, practice);
    }

    /** Returns these rules practised so. */
    ExamRules with(Practice practised) {
        return new ExamRules(clockMayHide, ownBreaks, roomWarnings, surveys, watch, equipment, Optional.of(practised));
    }

    /** Returns these rules without what hangs on clocks or on somebody who looks on. */
    ExamRules untimed() {
        return new ExamRules(clockMayHide, Optional.empty(), List.of(), surveys, Optional.empty(), equipment, practice);
    }

    /** Returns the modes in which the paper can be practised; none where it is not for practice. */
    public List<PracticeMode> practiceModes() {
        return practice.map(Practice::modes).orElse(List.of());
    }

    /** Returns these rules where there are questions and nothing else that could be asked about. */
    ExamRules ofQuestionsOnly() {
        return new ExamRules(clockMayHide, ownBreaks, roomWarnings, List.of(), watch, equipment, practice);
    }

    /** Returns whether questions can be checked, which shows what is right. */
    public boolean checks() {
        return practice.filter(Practice::checks).isPresent();
    }

    public Optional<Survey> surveyAbout(StageId stage) {
        return surveys.stream().filter(survey -> survey.about().equals(stage)).findFirst();
    }
}
