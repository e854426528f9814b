package dauntingledger.rulebook.response;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Bringing options together in pairs: the rows of a table with its columns, cards with cards, cards with gaps.
 *
 * @param ones the options that pairs lead from
 * @param others the options that pairs lead to; the same as {@code ones} where cards are paired with each other
 * @param least how many pairs make a full answer; at least 1
 * @param most how many pairs there can be; 0 for any number
 * @param order whether the options that pairs lead from change places from candidate to candidate
 */
public record Pairing(
        ResponseId response, Form form, List<Side> ones, List<Side> others, int least, int most, Shuffle order)
        implements Interaction {

    public Pairing {
        requireNonNull(response, "response");
        requireNonNull(form, "form");
        requireNonNull(order, "order");
        ones = List.copyOf(ones);
        others = List.copyOf(others);
    }

    /** What is paired with what. */
    public enum Form {
        /** Each of one list with some of another. */
        MATCH("match"),
        /** Cards of one list with each other. */
        ASSOCIATE("associate"),
        /** Cards with gaps in a running text. */
        GAPS("gaps"),
        /** Cards with places on a picture. */
        PICTURE_GAPS("picture-gaps");

        private final String name;

        Form(String name) {
            this.name = name;
        }
    }

    /**
     * An option.
     *
     * @param least how many pairs it must be in for a full answer
     * @param most how many pairs it can be in; 0 for any number
     */
    public record Side(ChoiceId choice, int least, int most) {
        public Side {
            requireNonNull(choice, "choice");
        }
    }

    @Override
    public Value blank() {
        return new Value(
                most == 1 ? Value.Cardinality.SINGLE : Value.Cardinality.MULTIPLE,
                form == Form.ASSOCIATE ? Value.BaseType.PAIR : Value.BaseType.DIRECTED_PAIR,
                List.of());
    }

    @Override
    public Optional<Misfit> misfit(List<String> elements) {
        Map<String, Integer> uses = new HashMap<>();
        Set<String> seen = new HashSet<>();
        for (String element : elements) {
            List<String> pair = Signs.pieces(element);
            if (pair.size() != 2 || !seen.add(element)) {
                return Optional.of(Misfit.WRONG_SHAPE);
            }
            if (find(ones, pair.get(0)).isEmpty() || find(others, pair.get(1)).isEmpty()) {
                return Optional.of(Misfit.UNKNOWN_CHOICE);
            }
            if (form == Form.ASSOCIATE && seen.contains(pair.get(1) + " " + pair.get(0))) {
                return Optional.of(Misfit.WRONG_SHAPE);
            }
            uses.merge("1 " + pair.get(0), 1, Integer::sum);
            uses.merge((form == Form.ASSOCIATE ? "1 " : "2 ") + pair.get(1), 1, Integer::sum);
        }
        boolean tooMany = most > 0 && elements.size() > most
                || ones.stream().anyMatch(side -> exceeds(side, uses.getOrDefault("1 " + side.choice(), 0)))
                || others.stream().anyMatch(side -> exceeds(side, uses.getOrDefault("2 " + side.choice(), 0)));
        return tooMany ? Optional.of(Misfit.TOO_MANY_CHOICES) : Optional.empty();
    }

    private static boolean exceeds(Side side, int uses) {
        return side.most() > 0 && uses > side.most();
    }

    /** A card that can be in one pair only leaves the one that it is in. */
    @Override
    public boolean makesRoom(String old, String element) {
        List<String> before = Signs.pieces(old);
        List<String> now = Signs.pieces(element);
        boolean taken = isTaken(ones, before.get(0), now) || isTaken(others, before.get(1), now);
        return most == 1 || taken;
    }

    private boolean isTaken(List<Side> sides, String choice, List<String> now) {
        boolean again = form == Form.ASSOCIATE
                ? now.contains(choice)
                : now.get(sides == ones ? 0 : 1).equals(choice);
        return again && find(sides, choice).filter(side -> side.most() == 1).isPresent();
    }

    @Override
    public Completeness completeness(Value value) {
        boolean all = value.elements().size() >= least
                && ones.stream().allMatch(side -> uses(value, 0, side) >= side.least())
                && others.stream().allMatch(side -> uses(value, 1, side) >= side.least());
        return all ? Completeness.FULL : Completeness.PART;
    }

    private long uses(Value value, int place, Side side) {
        return value.elements().stream()
                .filter(pair -> form == Form.ASSOCIATE
                        ? Signs.pieces(pair).contains(side.choice().value())
                        : Signs.pieces(pair).get(place).equals(side.choice().value()))
                .count();
    }

    /** Returns how many pairs there are, of how many: {@code 3/4}. */
    @Override
    public String label(Value value) {
        return value.elements().size() + "/" + least;
    }

    @Override
    public List<String> findings() {
        List<String> findings = new ArrayList<>();
        Choices.check(findings, ones.stream().map(Side::choice).toList(), form == Form.ASSOCIATE ? 2 : 1);
        Choices.check(findings, others.stream().map(Side::choice).toList(), 1);
        if (least < 1 || most < 0 || (most > 0 && least > most)) {
            findings.add("pairs must satisfy 1 <= least (" + least + ") <= most (" + most + ")");
        }
        for (List<Side> sides : List.of(ones, others)) {
            for (Side side : sides) {
                if (side.least() < 0 || side.most() < 0 || (side.most() > 0 && side.least() > side.most())) {
                    findings.add("option '" + side.choice() + "' must satisfy 0 <= least (" + side.least()
                            + ") <= most (" + side.most() + ")");
                }
            }
        }
        order.check(findings, ones.stream().map(Side::choice).toList());
        return findings;
    }

    Pairing with(List<Side> drawn) {
        return new Pairing(response, form, drawn, form == Form.ASSOCIATE ? drawn : others, least, most, order);
    }

    /** Returns the options that pairs lead from in an order drawn with {@code draw}. */
    List<Side> drawnOnes(SeededDraw draw) {
        return order.apply(ones.stream().map(Side::choice).toList(), draw).stream()
                .map(choice -> find(ones, choice.value()).orElseThrow())
                .toList();
    }

    private static Optional<Side> find(List<Side> sides, String choice) {
        for (Side side : sides) {
            if (side.choice().value().equals(choice)) {
                return Optional.of(side);
            }
        }
        return Optional.empty();
    }

    @Override
    public Interaction drawn(SeededDraw draw) {
        return with(drawnOnes(draw));
    }

    @Override
    public Task task() {
        return Task.of("pairing." + form.name);
    }

    @Override
    public List<String> example() {
        return List.of(ones.getFirst().choice() + " " + others.getLast().choice());
    }

    @Override
    public List<ChoiceId> options() {
        return ones.stream().map(Side::choice).toList();
    }
}
