package dauntingledger.rulebook.response;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** One place in a question that takes a response, in the sense of QTI 3.0. */
public sealed interface Interaction
        permits Choice,
                TextEntry,
                ExtendedText,
                Order,
                Pairing,
                Points,
                Grid,
                RuledLine,
                Construction,
                Play,
                OnPaper,
                Program {

    ResponseId response();

    /** Returns the blank response, which has the cardinality and the base type of every other. */
    Value blank();

    /** Returns what is wrong with {@code elements} as a response to this interaction, or empty if it can be entered. */
    Optional<Misfit> misfit(List<String> elements);

    /** Returns how much of this interaction {@code value}, which fits it and is not blank, answers. */
    Completeness completeness(Value value);

    /** Returns the candidate's own entry in short form, as the ledger shows it. */
    String label(Value value);

    /** Returns what the candidate is asked to do. */
    Task task();

    /** Returns a response that can be entered, as a candidate in a hurry would give it. */
    List<String> example();

    /** Returns whether an answer is asked for; a sound or a film is only played. */
    default boolean isAsked() {
        return true;
    }

    /** Returns the options that stand in a list, in their order; empty where there are none. */
    default List<ChoiceId> options() {
        return List.of();
    }

    /** Returns everything that keeps this from being asked, a sentence each; empty if nothing does. */
    List<String> findings();

    /** Returns whether {@code value} can be entered, as {@link #misfit(List)} says of its elements. */
    default Optional<Misfit> misfit(Value value) {
        Value blank = blank();
        boolean fits = value.cardinality() == blank.cardinality()
                && value.baseType() == blank.baseType()
                && (blank.cardinality() != Value.Cardinality.SINGLE
                        || value.elements().size() <= 1);
        return fits ? misfit(value.elements()) : Optional.of(Misfit.WRONG_SHAPE);
    }

    /** Returns this with its options in an order drawn with {@code draw}, where they may change places. */
    default Interaction drawn(SeededDraw draw) {
        return this;
    }

    /**
     * Returns what {@code elements} become when {@code element} is pressed: it is taken back if it is among them, and
     * added if it is not; what there is room for only once makes room for it.
     */
    default List<String> pressed(List<String> elements, String element) {
        List<String> others = new ArrayList<>(elements);
        if (!others.remove(element)) {
            others.removeIf(other -> makesRoom(other, element));
            others.add(element);
        }
        return List.copyOf(others);
    }

    /** Returns whether only one of two elements can be there, so that {@code old} makes room. */
    default boolean makesRoom(String old, String element) {
        return blank().cardinality() == Value.Cardinality.SINGLE;
    }

    /**
     * What the candidate is asked to do, to be said in words.
     *
     * @param name names the words
     * @param figures the numbers in them
     */
    record Task(String name, List<Integer> figures) {
        public Task {
            figures = List.copyOf(figures);
        }

        static Task of(String name, Integer... figures) {
            return new Task(name, List.of(figures));
        }
    }

    /** Why a value cannot be entered. */
    enum Misfit {
        WRONG_SHAPE,
        UNKNOWN_CHOICE,
        TOO_MANY_CHOICES,
        TOO_LONG,
        /** A place that is not on the picture, the ruled line or the chart. */
        OFF_THE_PICTURE,
        /** A program in a language that is not offered. */
        OTHER_LANGUAGE,
        /** A program that lost a part of the starter text which every program keeps. */
        FIXED_TEXT_LOST;

        static Optional<Misfit> ofLength(List<String> elements, int most) {
            return elements.stream().anyMatch(text -> text.length() > most) ? Optional.of(TOO_LONG) : Optional.empty();
        }
    }

    /** How much of an interaction or a question is answered. */
    enum Completeness {
        BLANK,
        PART,
        FULL;

        /** Returns {@code PART} below {@code least} of what is wanted, else {@code FULL}. */
        static Completeness of(int given, int least) {
            return given == 0 ? BLANK : given < least ? PART : FULL;
        }
    }
}
