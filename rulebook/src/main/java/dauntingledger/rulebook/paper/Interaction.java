package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Numeral;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;

/** One place in a question that takes a response, in the sense of QTI 3.0. */
public sealed interface Interaction {

    ResponseId response();

    /** Returns what is wrong with {@code value} as a response to this interaction, or empty if it can be entered. */
    Optional<Misfit> misfit(Value value);

    /** Returns how much of this interaction {@code value}, which fits it, answers. */
    Completeness completeness(Value value);

    /** Returns the candidate's own entry in short form, as the ledger shows it; empty if blank. */
    String label(Value value);

    /** Why a value cannot be entered. */
    enum Misfit {
        WRONG_SHAPE,
        UNKNOWN_CHOICE,
        TOO_MANY_CHOICES,
        TOO_LONG
    }

    /** How much of an interaction or a question is answered. */
    enum Completeness {
        BLANK,
        PART,
        FULL
    }

    /**
     * Choosing among options that are lettered A, B, C … in the order shown.
     *
     * @param minChoices how many choices make the answer a full one; at least 1
     * @param maxChoices how many may be chosen; 1 makes it a single choice
     */
    record Choice(ResponseId response, List<ChoiceId> choices, int minChoices, int maxChoices) implements Interaction {

        public Choice {
            requireNonNull(response, "response");
            choices = List.copyOf(choices);
        }

        public boolean isSingle() {
            return maxChoices == 1;
        }

        /** Returns the letter of an option: A for the first. */
        public String letter(ChoiceId choice) {
            return String.valueOf((char) ('A' + choices.indexOf(choice)));
        }

        @Override
        public Optional<Misfit> misfit(Value value) {
            Value.Cardinality expected = isSingle() ? Value.Cardinality.SINGLE : Value.Cardinality.MULTIPLE;
            if (value.cardinality() != expected
                    || value.baseType() != Value.BaseType.IDENTIFIER
                    || repeats(value.elements())) {
                return Optional.of(Misfit.WRONG_SHAPE);
            }
            for (String element : value.elements()) {
                if (indexOf(element) < 0) {
                    return Optional.of(Misfit.UNKNOWN_CHOICE);
                }
            }
            return value.elements().size() > maxChoices ? Optional.of(Misfit.TOO_MANY_CHOICES) : Optional.empty();
        }

        @Override
        public Completeness completeness(Value value) {
            if (value.isBlank()) {
                return Completeness.BLANK;
            }
            return value.elements().size() < minChoices ? Completeness.PART : Completeness.FULL;
        }

        @Override
        public String label(Value value) {
            StringBuilder letters = new StringBuilder();
            for (int i = 0; i < choices.size(); i++) {
                if (value.elements().contains(choices.get(i).value())) {
                    letters.append((char) ('A' + i));
                }
            }
            return letters.toString();
        }

        private static boolean repeats(List<String> elements) {
            return elements.size() > 1 && new HashSet<>(elements).size() != elements.size();
        }

        private int indexOf(String choice) {
            for (int i = 0; i < choices.size(); i++) {
                if (choices.get(i).value().equals(choice)) {
                    return i;
                }
            }
            return -1;
        }
    }

    /**
     * A box for a number. What is typed is kept as it was typed; it is a full answer once it can be read as a number.
     *
     * @param maxLength the most characters the box takes; 1 to {@link Numeral#MAX_LENGTH}
     */
    record NumberEntry(ResponseId response, int maxLength) implements Interaction {

        public NumberEntry {
            requireNonNull(response, "response");
        }

        @Override
        public Optional<Misfit> misfit(Value value) {
            if (value.cardinality() != Value.Cardinality.SINGLE
                    || value.baseType() != Value.BaseType.STRING
                    || value.elements().size() > 1) {
                return Optional.of(Misfit.WRONG_SHAPE);
            }
            return value.elements().stream().anyMatch(typed -> typed.length() > maxLength)
                    ? Optional.of(Misfit.TOO_LONG)
                    : Optional.empty();
        }

        @Override
        public Completeness completeness(Value value) {
            if (value.isBlank()) {
                return Completeness.BLANK;
            }
            return Numeral.read(value.elements().getFirst()).isPresent() ? Completeness.FULL : Completeness.PART;
        }

        @Override
        public String label(Value value) {
            return value.isBlank() ? "" : value.elements().getFirst().strip();
        }
    }
}
