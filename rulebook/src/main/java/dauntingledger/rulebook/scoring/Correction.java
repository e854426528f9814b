package dauntingledger.rulebook.scoring;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.response.ResponseId;
import java.util.List;

/** Something that is decided about the key of one item after the exam, for everybody. */
public sealed interface Correction {

    /** How many elements a response can have that is taken for right. */
    int MOST_ELEMENTS = 100;

    ItemId item();

    /** Another response is as right as the correct one: another option, a word that nobody thought of. */
    record AlsoRight(ItemId item, ResponseId response, List<String> value) implements Correction {
        public AlsoRight {
            requireNonNull(item, "item");
            requireNonNull(response, "response");
            value = elements(value);
        }
    }

    /** A response that the key does not accept was looked at, and stays wrong. It changes no marks. */
    record StaysWrong(ItemId item, ResponseId response, List<String> value) implements Correction {
        public StaysWrong {
            requireNonNull(item, "item");
            requireNonNull(response, "response");
            value = elements(value);
        }
    }

    /** A number that is so close to the correct one is right too; {@code by} is in its unit. */
    record Within(ItemId item, ResponseId response, Rational by) implements Correction {
        public Within {
            requireNonNull(item, "item");
            requireNonNull(response, "response");
            if (by.signum() <= 0) {
                throw new IllegalArgumentException("a tolerance must be more than 0, but was " + by);
            }
        }
    }

    /** Every answer is right; a blank stays one. */
    record AllRight(ItemId item) implements Correction {
        public AllRight {
            requireNonNull(item, "item");
        }
    }

    /** The item counts for nobody: it earns nothing, costs nothing, and is no part of the most that can be earned. */
    record TakenOut(ItemId item) implements Correction {
        public TakenOut {
            requireNonNull(item, "item");
        }
    }

    private static List<String> elements(List<String> value) {
        if (value.isEmpty() || value.size() > MOST_ELEMENTS) {
            throw new IllegalArgumentException(
                    "a response has 1 to " + MOST_ELEMENTS + " elements, but this has " + value.size());
        }
        return List.copyOf(value);
    }
}
