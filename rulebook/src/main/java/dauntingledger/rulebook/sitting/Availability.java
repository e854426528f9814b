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

    private final Fold fold;

    Availability(Fold fold) {
        this.fold = fold;
    }

    /** Returns whether a survey about {@code stage} can be answered: a block that has ended, the hand-in of a sitting that is over. */
    boolean isSurveyOpen(int stage) {
        return fold.index.stage(stage) instanceof Stage.HandIn
                ? fold.position instanceof Position.Over over && over.ending() == Position.Ending.HANDED_IN
                : fold.log.hasEnded(stage);
    }

    /** Returns from when on the open stage can be left, as far as its least time has a say in it, or null if none is open. */
    @Nullable
    Instant leavableFrom() {
        return fold.position instanceof Position.At open
                ? fold.log
                        .openedAt(open.stage())
                        .plus(fold.index.stage(open.stage()).least())
                : null;
    }

    /**
     * Returns from when on the candidate can close the last block if nothing else happens, {@link Timekeeper#NEVER} if
     * not at all.
     */
    private long finishableFrom() {
        Paper paper = fold.index.paper();
        return switch (paper.handIn().finish()) {
            case Finish.AtAnyTime any -> Long.MIN_VALUE;
            case Finish.After after -> begunAt() + after.span().toMillis();
            case Finish.AfterShare after ->
                paper.boxOfTheEnd()
                        .map(box -> fold.time.shareUsedAt(box.id(), after.share()))
                        .orElse(Timekeeper.NEVER);
            case Finish.AtTheEnd end -> Timekeeper.NEVER;
        };
    }

    /** Returns from when on the candidate can close the open block, as far as the finish of the exam has a say in it. */
    long closableFrom() {
        boolean last =
                fold.position.index(fold.index.stages()) == fold.index.paper().lastBlock();
        return last ? finishableFrom() : Long.MIN_VALUE;
    }

    /** Returns the hour of admission, or where a sitting has none, when the first block was opened. */
    private long begunAt() {
        if (fold.index.window().isBounded()) {
            return fold.index.window().opens().toEpochMilli();
        }
        return IntStream.range(0, fold.index.stages())
                .filter(stage -> fold.index.stage(stage) instanceof Stage.Block)
                .mapToObj(stage -> fold.log.record(stage, Instant.ofEpochMilli(fold.now)))
                .flatMap(Optional::stream)
                .findFirst()
                .map(record -> record.openedAt().toEpochMilli())
                .orElse(fold.now);
    }

    /** Returns the stage that a sitting which is over can be taken back to, or -1 if there is none. */
    int reopenable() {
        if (!(fold.position instanceof Position.Over over)) {
            return -1;
        }
        Class<? extends Stage> kind =
                over.ending() == Position.Ending.DECLINED ? Stage.Notice.class : Stage.Block.class;
        int last = fold.index.stages() - 1;
        while (last >= 0 && !(kind.isInstance(fold.index.stage(last)) && fold.log.hasEnded(last))) {
            last--;
        }
        return last;
    }
}
