package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.SeededDraw;
import java.util.List;
import java.util.Optional;

/**
 * One numbered question, with one or more interactions.
 *
 * @param marks what a full and right answer earns; greater than zero
 * @param penalty what a wholly wrong answer costs; zero or more. A blank costs nothing.
 * @param credit whether part of an answer earns part of the marks
 * @param entering how an answer is entered, and how often
 */
public record Item(
        ItemId id, List<Interaction> interactions, Rational marks, Rational penalty, Credit credit, Entering entering) {

    public Item {
        requireNonNull(id, "id");
        interactions = List.copyOf(interactions);
        requireNonNull(marks, "marks");
        requireNonNull(penalty, "penalty");
        requireNonNull(credit, "credit");
        requireNonNull(entering, "entering");
    }

    public Optional<Interaction> interaction(ResponseId response) {
        for (Interaction interaction : interactions) {
            if (interaction.response().equals(response)) {
                return Optional.of(interaction);
            }
        }
        return Optional.empty();
    }

    /** Returns how many interactions ask for an answer. */
    public int asked() {
        int asked = 0;
        for (Interaction interaction : interactions) {
            if (interaction.isAsked()) {
                asked++;
            }
        }
        return asked;
    }

    /** Returns this item with its options as the draws of {@code seed} have them. */
    Item drawn(long seed) {
        List<Interaction> drawn = interactions.stream()
                .map(interaction -> interaction.drawn(SeededDraw.of(seed, id + " " + interaction.response())))
                .toList();
        return new Item(id, drawn, marks, penalty, credit, entering);
    }

    /** How an answer earns its marks. */
    public enum Credit {
        /** All the marks or none. */
        WHOLE,
        /** The share of the marks that is right. */
        PARTS,
        /** As many of the marks as a marker gives it. */
        JUDGED
    }

    /** Returns what an author got wrong about it as a whole, a sentence each; empty if nothing is. */
    List<String> findings() {
        return new Requirements()
                .require(marks.signum() > 0, "marks must be more than 0, but were " + marks)
                .require(penalty.signum() >= 0, "the penalty must be 0 or more, but was " + penalty)
                .require(asked() > 0, "an item must hold at least one interaction that can be answered")
                .requireAll(entering.findings(interactions))
                .found();
    }
}
