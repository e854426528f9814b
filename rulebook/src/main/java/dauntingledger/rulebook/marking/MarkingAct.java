package dauntingledger.rulebook.marking;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.ItemId;

/** Something that is done when the answers to a question are marked. */
public sealed interface MarkingAct {

    /** The question. */
    ItemId item();

    /** Which answer: whose, to what. */
    record AnswerId(long sitting, ItemId item) {
        public AnswerId {
            requireNonNull(item, "item");
        }
    }

    /** Something that is done with one answer. */
    sealed interface OnAnswer extends MarkingAct {

        AnswerId answer();

        @Override
        default ItemId item() {
            return answer().item();
        }
    }

    /** Gives marks; those the same person gave before stay in the ledger and count no more. */
    record Marked(AnswerId answer, MarksGiven given) implements OnAnswer {
        public Marked {
            requireNonNull(answer, "answer");
            requireNonNull(given, "given");
        }
    }

    /** Decides as chief marker; these marks count, whatever others gave. */
    record Decided(AnswerId answer, MarksGiven given) implements OnAnswer {
        public Decided {
            requireNonNull(answer, "answer");
            requireNonNull(given, "given");
        }
    }

    /** Leaves an answer to the chief marker. */
    record PutAside(AnswerId answer, String reason) implements OnAnswer {
        public PutAside {
            requireNonNull(answer, "answer");
            requireReason(reason);
        }
    }

    /** Takes back what the same person did with an answer. */
    record TakenBack(AnswerId answer) implements OnAnswer {
        public TakenBack {
            requireNonNull(answer, "answer");
        }
    }

    /** Asks another marker for marks once more; what was given before stays until it is decided. */
    record ReviewAsked(AnswerId answer, String marker, String reason) implements OnAnswer {
        public ReviewAsked {
            requireNonNull(answer, "answer");
            requireNonNull(marker, "marker");
            requireReason(reason);
        }
    }

    /** Ends a review: its marks count from now on, or those before it stay. */
    record ReviewEnded(AnswerId answer, boolean counts, String reason) implements OnAnswer {
        public ReviewEnded {
            requireNonNull(answer, "answer");
            requireReason(reason);
        }
    }

    /** Marks an answer with known marks, by which markers are looked after. */
    record SampleMarked(ItemId item, String sample, MarksGiven given) implements MarkingAct {
        public SampleMarked {
            requireNonNull(item, "item");
            requireNonNull(sample, "sample");
            requireNonNull(given, "given");
        }
    }

    /** Stops a marker: what they gave counts no more, but where it was decided, and others mark their answers. */
    record Stopped(ItemId item, String marker, String reason) implements MarkingAct {
        public Stopped {
            requireNonNull(item, "item");
            requireNonNull(marker, "marker");
            requireReason(reason);
        }
    }

    /** Lets a marker who was stopped mark again. */
    record Readmitted(ItemId item, String marker) implements MarkingAct {
        public Readmitted {
            requireNonNull(item, "item");
            requireNonNull(marker, "marker");
        }
    }

    private static void requireReason(String reason) {
        if (reason.isBlank() || reason.length() > MarksGiven.MOST_REASON) {
            throw new IllegalArgumentException(
                    "a reason has 1 to " + MarksGiven.MOST_REASON + " characters, but this has " + reason.length());
        }
    }
}
