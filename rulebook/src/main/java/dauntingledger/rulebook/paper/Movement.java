package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import java.util.List;

/**
 * How a candidate moves among the questions of a section.
 *
 * @param answering whether a question can be opened only when all before it in the section have a full answer
 * @param seeing whether the end of every question that was opened must have been in view before a later one is opened
 */
public record Movement(Direction direction, boolean answering, boolean seeing) {

    /** In any order, as often as one likes. */
    public static final Movement FREE = new Movement(Direction.FREE, false, false);

    public Movement {
        requireNonNull(direction, "direction");
    }

    public boolean isFree() {
        return direction == Direction.FREE;
    }

    /** Returns whether any question may be opened at any time, whatever has become of the others. */
    public boolean isUnbound() {
        return isFree() && !answering && !seeing;
    }

    /** In which order questions come. */
    public enum Direction {
        FREE,
        /** One after the other; a question that was moved on from is sealed. */
        FORWARD,
        /** One after the other; a question that was moved on from without a full answer can be come back to. */
        FORWARD_WITH_SKIPS
    }

    /** Returns what an author got wrong about it in one of {@code sections} of a block, a sentence each. */
    List<String> findings(int sections) {
        return new Requirements()
                .require(
                        isFree() || sections == 1,
                        "a section that is gone through in order must be the only one of its block, because leaving it"
                                + " for another section would seal it; give it a block of its own")
                .require(
                        direction != Direction.FORWARD_WITH_SKIPS || !answering,
                        "questions that must be answered before moving on cannot be skipped; choose one of the two")
                .found();
    }
}
