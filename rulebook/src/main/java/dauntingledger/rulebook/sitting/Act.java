package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.ChoiceId;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.ResponseId;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.Value;
import java.time.Duration;

/** Something that can be done in a sitting. Each kind belongs to one actor. */
public sealed interface Act {

    /** Returns whose act this is. */
    default Actor actor() {
        return Actor.CANDIDATE;
    }

    /** An act on a question of the open block. */
    sealed interface OnItem extends Act {
        ItemId item();
    }

    /** An act on one option of a choice. */
    sealed interface OnChoice extends OnItem {
        ResponseId response();

        ChoiceId choice();
    }

    /** An act that moves the sitting along its route. */
    sealed interface OnRoute extends Act {}

    /** Opens the next stage; from instructions and breaks this is also how they are left. */
    record StageOpened(StageId stage) implements OnRoute {
        public StageOpened {
            requireNonNull(stage, "stage");
        }
    }

    /** Accepts a notice, by the digest of the text that was shown. */
    record NoticeAccepted(StageId stage, String textDigest) implements OnRoute {
        public NoticeAccepted {
            requireNonNull(stage, "stage");
            requireNonNull(textDigest, "textDigest");
        }
    }

    /** Declines a notice, which ends the sitting. */
    record NoticeDeclined(StageId stage) implements OnRoute {
        public NoticeDeclined {
            requireNonNull(stage, "stage");
        }
    }

    /** Closes the open block for good. */
    record BlockClosed(StageId stage) implements OnRoute {
        public BlockClosed {
            requireNonNull(stage, "stage");
        }
    }

    /** Confirms that the exam is finished. */
    record HandedIn() implements OnRoute {}

    /** Brings a question into view. */
    record QuestionOpened(ItemId item) implements OnItem {
        public QuestionOpened {
            requireNonNull(item, "item");
        }
    }

    /** Brings the review page of the open block into view. */
    record ReviewOpened() implements Act {}

    /** Begins a walk through some questions of the open block; it lasts until the review page is opened. */
    record WalkBegun(Subset subset) implements Act {
        public WalkBegun {
            requireNonNull(subset, "subset");
        }
    }

    /** Enters a response in place of the former one. */
    record Answered(ItemId item, ResponseId response, Value value) implements OnItem {
        public Answered {
            requireNonNull(item, "item");
            requireNonNull(response, "response");
            requireNonNull(value, "value");
        }
    }

    /** Takes every response to a question back. */
    record Erased(ItemId item) implements OnItem {
        public Erased {
            requireNonNull(item, "item");
        }
    }

    /** Rules an option out, without answering. */
    record StruckOut(ItemId item, ResponseId response, ChoiceId choice) implements OnChoice {
        public StruckOut {
            requireNonNull(item, "item");
            requireNonNull(response, "response");
            requireNonNull(choice, "choice");
        }
    }

    /** Takes the striking out of an option back. */
    record BroughtBack(ItemId item, ResponseId response, ChoiceId choice) implements OnChoice {
        public BroughtBack {
            requireNonNull(item, "item");
            requireNonNull(response, "response");
            requireNonNull(choice, "choice");
        }
    }

    /** Marks a question for review. */
    record Marked(ItemId item) implements OnItem {
        public Marked {
            requireNonNull(item, "item");
        }
    }

    /** Takes the review mark off a question. */
    record Unmarked(ItemId item) implements OnItem {
        public Unmarked {
            requireNonNull(item, "item");
        }
    }

    /** Records that a stage was ended by time. It changes nothing that time has not changed already. */
    record StageRanOut(StageId stage) implements Act {
        public StageRanOut {
            requireNonNull(stage, "stage");
        }

        @Override
        public Actor actor() {
            return Actor.CLOCK;
        }
    }

    /**
     * Records that the sitting is written from another window from now on.
     *
     * @param seat what the server calls that window
     */
    record SeatTaken(String seat) implements Act {
        public SeatTaken {
            requireNonNull(seat, "seat");
        }

        @Override
        public Actor actor() {
            return Actor.CLOCK;
        }
    }

    /** Adds time to a box. */
    record TimeGranted(BoxId box, Duration extra) implements Act {
        public TimeGranted {
            requireNonNull(box, "box");
            requireNonNull(extra, "extra");
            if (extra.compareTo(Duration.ZERO) <= 0) {
                throw new IllegalArgumentException("a grant must be more than 0, but was " + extra);
            }
        }

        @Override
        public Actor actor() {
            return Actor.INVIGILATOR;
        }
    }

    /** Stops every clock of the sitting. */
    record Paused() implements Act {
        @Override
        public Actor actor() {
            return Actor.INVIGILATOR;
        }
    }

    /** Lets the clocks run again. */
    record Resumed() implements Act {
        @Override
        public Actor actor() {
            return Actor.INVIGILATOR;
        }
    }
}
