package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.Survey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/** Where on its route a sitting is, and what became of the stages behind it. */
public final class SittingRoute {

    private final State state;

    SittingRoute(State state) {
        this.state = state;
    }

    public Position position() {
        return state.position;
    }

    /** Returns the stage the sitting is in or before, or empty if it is over. */
    public Optional<Stage> stage() {
        return state.isOver() ? Optional.empty() : Optional.of(state.index.stage(state.stageNumber()));
    }

    /** Returns the open block while the candidate is at the desk; only then is anything of it to be seen. */
    public Optional<Stage.Block> openBlock() {
        boolean atDesk = state.position instanceof Position.At && state.presence() == Presence.AT_DESK;
        return stage().filter(stage -> atDesk)
                .filter(Stage.Block.class::isInstance)
                .map(Stage.Block.class::cast);
    }

    /** Returns whether nobody has come in yet; a station check ahead of the day changes nothing about that. */
    public boolean isUntouched() {
        return state.isUntouched();
    }

    /** Returns whether the exam is over by hand-in or by time. */
    public boolean isHandedIn() {
        return state.position instanceof Position.Over over && over.ending() == Position.Ending.HANDED_IN;
    }

    public Progress progress() {
        if (state.position instanceof Position.Over over) {
            return switch (over.ending()) {
                case HANDED_IN -> Progress.HANDED_IN;
                case DECLINED -> Progress.DECLINED;
                case ENDED -> Progress.ENDED;
            };
        }
        return state.isUntouched() ? Progress.BEFORE : Progress.IN_PROGRESS;
    }

    /**
     * Returns the stage that coming in opens: the first of the route, or the notice that was declined. Whether it may be
     * opened is another question; see {@link Sitting#permits}.
     */
    public Optional<StageId> entrance() {
        if (isUntouched()) {
            return Optional.of(state.index.stage(0).id());
        }
        return state.position instanceof Position.Over over && over.ending() == Position.Ending.DECLINED
                ? reopenable()
                : Optional.empty();
    }

    /** Returns the stage that can be reopened: the last block, the notice that was declined, or where it was ended. */
    public Optional<StageId> reopenable() {
        int stage = new Availability(state).reopenable();
        return stage < 0
                ? Optional.empty()
                : Optional.of(state.index.stage(stage).id());
    }

    /** Returns the survey that can be answered about a stage and is not. */
    public Optional<Survey> openSurvey(int stage) {
        return new Availability(state).isSurveyOpen(stage) && !state.log.isSurveyed(stage)
                ? state.paper().rules().surveyAbout(state.index.stage(stage).id())
                : Optional.empty();
    }

    /** Returns what became of every stage that was opened, in order. */
    public List<StageRecord> records() {
        return IntStream.range(0, state.index.stages())
                .mapToObj(this::record)
                .flatMap(Optional::stream)
                .toList();
    }

    public Optional<StageRecord> record(int stage) {
        return state.log.record(stage, state.at());
    }

    /** A stage that was ended by time, and when. */
    public record RanOut(StageId stage, Instant at) {}

    /** Returns the stages that time has ended without a line in the ledger that says so, earliest first. */
    public List<RanOut> unrecordedEndings() {
        List<RanOut> endings = new ArrayList<>();
        for (StageRecord stage : records()) {
            if (stage.ended() == StageRecord.Ended.BY_TIME && !state.log.isEndRecorded(stage.stage())) {
                endings.add(new RanOut(state.index.stage(stage.stage()).id(), stage.endedAt()));
            }
        }
        return endings;
    }
}
