package dauntingledger.rulebook.scoring;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.program.Case;
import dauntingledger.rulebook.program.Cases;
import dauntingledger.rulebook.response.ResponseId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Something that is decided about the key of one item after the exam, for everybody. */
public sealed interface Correction {

    /** How many elements a response can have that is taken for right, and how long each can be. */
    int MOST_ELEMENTS = 100;

    int LONGEST_ELEMENT = 1_000;

    ItemId item();

    /** Returns whether it decides about the item as a whole, whatever is answered to it. */
    default boolean isWhole() {
        return false;
    }

    /** Returns whether {@code later}, about the same item, takes the place of this. */
    default boolean givesWayTo(Correction later) {
        return isWhole() || later.isWhole();
    }

    /**
     * Returns {@code before} with {@code more}. What is decided of an item as a whole takes the place of all that was decided
     * of it, and the other way round; another tolerance takes the place of that before, and another word about a response of
     * that before.
     */
    static List<Correction> joined(List<Correction> before, Correction more) {
        List<Correction> all = new ArrayList<>(before);
        all.removeIf(one -> one.item().equals(more.item()) && one.givesWayTo(more));
        all.add(more);
        return List.copyOf(all);
    }

    /** Returns {@code before} without all that was decided of an item. */
    static List<Correction> without(List<Correction> before, ItemId item) {
        return before.stream().filter(one -> !one.item().equals(item)).toList();
    }

    /** Another response is as right as the correct one: another option, a word that nobody thought of. */
    record AlsoRight(ItemId item, ResponseId response, List<String> value) implements Correction {
        public AlsoRight {
            requireNonNull(item, "item");
            requireNonNull(response, "response");
            value = elements(value);
        }

        @Override
        public boolean givesWayTo(Correction later) {
            return later.isWhole() || saysOf(later, response, value);
        }
    }

    /** A response that the key does not accept was looked at, and stays wrong. It changes no marks. */
    record StaysWrong(ItemId item, ResponseId response, List<String> value) implements Correction {
        public StaysWrong {
            requireNonNull(item, "item");
            requireNonNull(response, "response");
            value = elements(value);
        }

        @Override
        public boolean givesWayTo(Correction later) {
            return later.isWhole() || saysOf(later, response, value);
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

        @Override
        public boolean givesWayTo(Correction later) {
            return later.isWhole()
                    || later instanceof Within other && other.response().equals(response);
        }
    }

    /** Every answer is right; a blank stays one. */
    record AllRight(ItemId item) implements Correction {
        public AllRight {
            requireNonNull(item, "item");
        }

        @Override
        public boolean isWhole() {
            return true;
        }
    }

    /** The item counts for nobody: it earns nothing, costs nothing, and is no part of the most that can be earned. */
    record TakenOut(ItemId item) implements Correction {
        public TakenOut {
            requireNonNull(item, "item");
        }

        @Override
        public boolean isWhole() {
            return true;
        }
    }

    /**
     * A case that a program has to pass was wrong: something else is to be written, or it counts for nobody.
     *
     * @param number of the case as the author gave them, from 1
     * @param output what is to be written; empty for a case that counts for nobody
     */
    record OfCase(ItemId item, ResponseId response, int number, Optional<String> output) implements Correction {
        public OfCase {
            requireNonNull(item, "item");
            requireNonNull(response, "response");
            if (number < 1 || number > Cases.MOST) {
                throw new IllegalArgumentException("a case is named by its number, 1 to " + Cases.MOST);
            }
            if (output.filter(text -> text.length() > Case.LONGEST).isPresent()) {
                throw new IllegalArgumentException("an output takes " + Case.LONGEST + " characters at most");
            }
        }

        @Override
        public boolean givesWayTo(Correction later) {
            return later.isWhole()
                    || later instanceof OfCase other && other.response().equals(response) && other.number() == number;
        }
    }

    private static boolean saysOf(Correction later, ResponseId response, List<String> value) {
        return later instanceof AlsoRight also
                        && also.response().equals(response)
                        && also.value().equals(value)
                || later instanceof StaysWrong wrong
                        && wrong.response().equals(response)
                        && wrong.value().equals(value);
    }

    private static List<String> elements(List<String> value) {
        if (value.isEmpty() || value.size() > MOST_ELEMENTS) {
            throw new IllegalArgumentException(
                    "a response has 1 to " + MOST_ELEMENTS + " elements, but this has " + value.size());
        }
        if (value.stream().anyMatch(element -> element.length() > LONGEST_ELEMENT)) {
            throw new IllegalArgumentException(
                    "an element of a response has at most " + LONGEST_ELEMENT + " characters here");
        }
        return List.copyOf(value);
    }
}
