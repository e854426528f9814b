package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

/**
 * Something that is wrong with a paper.
 *
 * @param place where, in the author's terms: {@code stage tides, item q7, response R1}
 * @param problem what is wrong and what is allowed
 */
public record Finding(String place, String problem) {

    public Finding {
        requireNonNull(place, "place");
        requireNonNull(problem, "problem");
    }

    @Override
    public String toString() {
        return place + ": " + problem;
    }
}
