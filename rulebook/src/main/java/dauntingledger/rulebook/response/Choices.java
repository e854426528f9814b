package dauntingledger.rulebook.response;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** The rules about naming options, which several kinds of interaction share. */
final class Choices {

    static final int MOST = 60;

    private Choices() {}

    static Optional<Interaction.Misfit> misfit(List<ChoiceId> choices, List<String> elements, int most) {
        Set<String> seen = new HashSet<>();
        for (String element : elements) {
            if (!seen.add(element)) {
                return Optional.of(Interaction.Misfit.WRONG_SHAPE);
            }
            if (indexOf(choices, element) < 0) {
                return Optional.of(Interaction.Misfit.UNKNOWN_CHOICE);
            }
        }
        return elements.size() > most ? Optional.of(Interaction.Misfit.TOO_MANY_CHOICES) : Optional.empty();
    }

    /** Returns the position of an option, or -1 where it is none; no identifier is made for it. */
    static int indexOf(List<ChoiceId> choices, String choice) {
        for (int i = 0; i < choices.size(); i++) {
            if (choices.get(i).value().equals(choice)) {
                return i;
            }
        }
        return -1;
    }

    static void check(List<String> findings, List<ChoiceId> choices, int fewest) {
        if (choices.size() < fewest || choices.size() > MOST) {
            findings.add("it must offer " + fewest + " to " + MOST + " options, but offers " + choices.size());
        }
        if (new HashSet<>(choices).size() != choices.size()) {
            findings.add("two options have the same identifier");
        }
    }

    static void checkNumbers(List<String> findings, int fewest, int least, int most, int offered) {
        if (least < fewest || least > most || most > offered) {
            findings.add("choices must satisfy " + fewest + " <= least (" + least + ") <= most (" + most
                    + ") <= offered (" + offered + ")");
        }
    }
}
