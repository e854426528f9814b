package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.Finish;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import java.time.Instant;
import java.util.Optional;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** What lies ahead of a sitting as far as is known now: from when on something can be left, finished, opened again. */
final class Availability {

    private final State state;

    Availability(State state) {
        this.state = state;
    }

    /** Returns whether a survey about {@code stage} can be answered: a block that has ended, the hand-in of a sitting that is over. */
    boolean isSurveyOpen(int stage) {
        return state.index.stage(stage) instanceof Stage.HandIn
                ? state.position instanceof Position.Over over && over.ending() == Position.Ending.HANDED_IN
                : state.log.hasEnded(stage);
    }

    /** Returns from when on the open stage can be left, as far as its least time has a say in it, or null if none is open. */
    @Nullable
    Instant leavableFrom() {
        return state.position instanceof Position.At open
                ? state.log
                        .openedAt(open.stage())
                        .plus(state.index.stage(open.stage()).least())
                : null;
    }

    /**
     * Returns from when on the candidate can close the last block if nothing else happens, {@link Timekeeper#NEVER} if
     * not at all.
     */
    private long finishableFrom() {
        Paper paper = state.paper();
        return switch (paper.handIn().finish()) {
            case Finish.AtAnyTime any -> Long.MIN_VALUE;
            case Finish.After after -> begunAt() + after.span().toMillis();
            case Finish.AfterShare after ->
                paper.boxOfTheEnd()
                        .map(box -> state.time.shareUsedAt(box.id(), after.share()))
                        .orElse(Timekeeper.NEVER);
            case Finish.AtTheEnd end -> Timekeeper.NEVER;
        };
    }

    /** Returns from when on the candidate can close the open block, as far as the finish of the exam has a say in it. */
    long closableFrom() {
        boolean last = state.stageNumber() == state.paper().lastBlock();
        return last ? finishableFrom() : Long.MIN_VALUE;
    }

    /** Returns the hour of admission, or where a sitting has none, when the first block was opened. */
    private long begunAt() {
        if (state.index.window().isBounded()) {
            return state.index.window().opens().toEpochMilli();
        }
        return IntStream.range(0, state.index.stages())
                .filter(stage -> state.index.stage(stage) instanceof Stage.Block)
                .mapToObj(stage -> state.log.record(stage, state.at()))
                .flatMap(Optional::stream)
                .findFirst()
                .map(record -> record.openedAt().toEpochMilli())
                .orElse(state.now);
    }

    /** Returns the stage that a sitting which is over can be taken back to, or -1 if there is none. */
    int reopenable() {
        if (!(state.position instanceof Position.Over over)) {
            return -1;
        }
        if (over.ending() == Position.Ending.ENDED) {
            return state.endedAt == null ? -1 : state.endedAt.index(state.index.stages());
        }
        Class<? extends Stage> kind =
                over.ending() == Position.Ending.DECLINED ? Stage.Notice.class : Stage.Block.class;
        int last = state.index.stages() - 1;
        while (last >= 0 && !(kind.isInstance(state.index.stage(last)) && state.log.hasEnded(last))) {
            last--;
        }
        return last;
    }
}
