package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
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

    /** What a partly right answer earns. */
    public enum Credit {
        /** All the marks or none. */
        WHOLE,
        /** The share of the marks that is right. */
        PARTS
    }
}
