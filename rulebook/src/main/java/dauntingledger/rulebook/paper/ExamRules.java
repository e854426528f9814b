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
 */
public record ExamRules(
        boolean clockMayHide,
        Optional<OwnBreaks> ownBreaks,
        List<Duration> roomWarnings,
        List<Survey> surveys,
        Optional<Watch> watch,
        Equipment equipment) {

    /** Nothing beyond what every sitting has. */
    public static final ExamRules PLAIN =
            new ExamRules(false, Optional.empty(), List.of(), List.of(), Optional.empty(), Equipment.NONE);

    public ExamRules {
        requireNonNull(ownBreaks, "ownBreaks");
        roomWarnings = List.copyOf(roomWarnings);
        surveys = List.copyOf(surveys);
        requireNonNull(watch, "watch");
        requireNonNull(equipment, "equipment");
    }

    /** Returns these rules with other equipment. */
    public ExamRules with(Equipment other) {
        return new ExamRules(clockMayHide, ownBreaks, roomWarnings, surveys, watch, other);
    }

    public Optional<Survey> surveyAbout(StageId stage) {
        return surveys.stream().filter(survey -> survey.about().equals(stage)).findFirst();
    }
}
