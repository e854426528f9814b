package dauntingledger.rulebook.marking;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.ItemId;

/** Something that is done with one answer when it is marked. */
public sealed interface MarkingAct {

    AnswerId answer();

    /** Which answer: whose, to what. */
    record AnswerId(long sitting, ItemId item) {
        public AnswerId {
            requireNonNull(item, "item");
        }
    }

    /** Gives marks; those the same person gave before stay in the ledger and count no more. */
    record Marked(AnswerId answer, MarksGiven given) implements MarkingAct {
        public Marked {
            requireNonNull(answer, "answer");
            requireNonNull(given, "given");
        }
    }

    /** Decides as chief marker; these marks count, whatever others gave. */
    record Decided(AnswerId answer, MarksGiven given) implements MarkingAct {
        public Decided {
            requireNonNull(answer, "answer");
            requireNonNull(given, "given");
        }
    }

    /** Leaves an answer to the chief marker. */
    record PutAside(AnswerId answer, String reason) implements MarkingAct {
        public PutAside {
            requireNonNull(answer, "answer");
            if (reason.isBlank() || reason.length() > MarksGiven.MOST_REASON) {
                throw new IllegalArgumentException(
                        "a reason has 1 to " + MarksGiven.MOST_REASON + " characters, but this has " + reason.length());
            }
        }
    }

    /** Takes back what the same person did with an answer. */
    record TakenBack(AnswerId answer) implements MarkingAct {
        public TakenBack {
            requireNonNull(answer, "answer");
        }
    }
}
