package dauntingledger.app.room;

import dauntingledger.app.papers.PaperText.ItemText;
import java.util.List;

/** What the room's templates show, in words and figures that are ready to be read. */
final class RoomView {

    private RoomView() {}

    /** A leg of the route in the header. */
    record Leg(String title, String state, boolean isBreak) {}

    /** The open block. */
    record Block(String id, String title, int questions, String marks, boolean review, List<Section> sections) {}

    record Section(String id, String title, List<Set> sets) {}

    record Set(String id, String title, List<Question> questions) {}

    /**
     * A question of the open block.
     *
     * @param number its number in the block, from 1
     * @param task what is asked for in a few words: choose one, type a number
     * @param worth what a right answer earns and a wrong one costs
     * @param marks the marks alone
     * @param weight the marks as a number, to sort by
     * @param entering how its answer is entered, or empty where that is at each choice
     * @param deliberate whether it has a button for entering the answer
     * @param known whether its text may be known yet
     */
    record Question(
            String id,
            int number,
            String set,
            String task,
            String worth,
            String marks,
            double weight,
            String entering,
            boolean deliberate,
            boolean known,
            ItemText text) {}

    /** What became of a section that is closed. */
    record Closed(String title, boolean byTime, String at, int answered, int questions) {}

    /** A line of the receipt, or of the summary before the hand-in. */
    record SectionLine(
            String title,
            String used,
            int answered,
            int part,
            int blank,
            int notOpened,
            int marked,
            int questions,
            String score) {}
}
