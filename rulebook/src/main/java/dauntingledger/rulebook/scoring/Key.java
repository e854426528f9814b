package dauntingledger.rulebook.scoring;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Finding;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.program.Runs;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.Value;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What is right. It is no part of a {@link Paper} and cannot be reached from one, so that whatever is made from a paper
 * cannot give an answer away.
 */
public record Key(Map<ItemId, ItemKey> items) {

    /** How many draws of a template are looked at before it is taken. */
    private static final int SAMPLES = 200;

    public Key {
        items = Map.copyOf(items);
    }

    /** Returns this key as {@code corrections} make it, each after the one before. */
    public Key corrected(List<Correction> corrections) {
        Map<ItemId, ItemKey> corrected = new HashMap<>(items);
        corrections.stream()
                .map(Correction::item)
                .distinct()
                .forEach(item -> corrected.computeIfPresent(item, (id, key) -> key.corrected(id, corrections)));
        return new Key(corrected);
    }

    /** Returns this key with how programs ended. */
    public Key with(Runs runs) {
        boolean programs =
                items.values().stream().anyMatch(key -> !key.programs().isEmpty());
        if (!programs) {
            return this;
        }
        Map<ItemId, ItemKey> known = new HashMap<>();
        items.forEach((item, key) -> known.put(item, key.with(runs)));
        return new Key(known);
    }

    /** Returns whether an item draws values anew for each candidate. */
    public boolean draws() {
        return items.values().stream().anyMatch(key -> key.template().draws());
    }

    /** Returns this key for one candidate, whose questions are drawn with {@code seed}. */
    public Key drawn(long seed) {
        Map<ItemId, ItemKey> drawn = new HashMap<>();
        items.forEach((item, key) -> drawn.put(item, key.drawn(item, seed)));
        return new Key(drawn);
    }

    /** Returns the values of the templates of those items that have one. */
    public Map<ItemId, Map<String, Value>> values() {
        Map<ItemId, Map<String, Value>> values = new HashMap<>();
        items.forEach((item, key) -> {
            if (!key.template().variables().isEmpty()) {
                values.put(item, key.template().variables());
            }
        });
        return values;
    }

    /** Returns why this key cannot be corrected so, or nothing if it can. */
    public Optional<String> problem(Correction correction) {
        ItemKey key = items.get(correction.item());
        return key == null
                ? Optional.of("the paper has no question '" + correction.item() + "'")
                : key.problem(correction);
    }

    /** Returns everything that keeps this key from judging every question of {@code paper}; empty if it can. */
    public List<Finding> findings(Paper paper) {
        List<Finding> findings = new ArrayList<>();
        paper.items().forEach(item -> {
            String place = "item " + item.id();
            ItemKey key = items.get(item.id());
            if (key == null) {
                findings.add(new Finding(place, "the key has nothing for it"));
            } else {
                findings.addAll(findings(item, key, place));
            }
        });
        return findings;
    }

    /** Of a template draws are looked at until something is found, {@value #SAMPLES} at most. */
    private static List<Finding> findings(Item item, ItemKey key, String place) {
        List<Finding> findings = new ArrayList<>();
        if (!key.template().draws()) {
            findings(item, key, place, findings);
            return findings;
        }
        for (int seed = 1; seed <= SAMPLES && findings.isEmpty(); seed++) {
            Optional<String> problem = key.template().draw(key, item.id(), seed).problem();
            if (problem.isPresent()) {
                findings.add(new Finding(place, problem.get()));
            } else {
                findings(item, key.drawn(item.id(), seed), place, findings);
            }
        }
        return findings;
    }

    private static void findings(Item item, ItemKey key, String place, List<Finding> findings) {
        int before = findings.size();
        for (Interaction interaction : item.interactions()) {
            String response = place + ", response " + interaction.response();
            ResponseKey judged = key.responses().get(interaction.response());
            if (judged == null) {
                findings.add(new Finding(response, "the key has no response of this name"));
            } else {
                offered(interaction, judged).stream()
                        .map(problem -> new Finding(response, problem))
                        .forEach(findings::add);
            }
        }
        if (findings.size() == before
                && key.judge() == ItemKey.Judge.RULES
                && key.most().signum() <= 0) {
            findings.add(new Finding(
                    place,
                    "nothing tells how much it can be worth; declare an outcome " + ItemKey.MAX_SCORE
                            + " with a default value above 0"));
        }
    }

    /** A correct response must be one that can be given. */
    private static List<String> offered(Interaction interaction, ResponseKey judged) {
        boolean typed = interaction.blank().baseType() == Value.BaseType.STRING;
        return typed || judged.correct().elements().isEmpty()
                ? List.of()
                : interaction
                        .misfit(judged.correct().elements())
                        .map(misfit -> "its correct response is none that can be given: "
                                + switch (misfit) {
                                    case WRONG_SHAPE -> "it is not written as such a response is";
                                    case UNKNOWN_CHOICE -> "it names something that this question does not offer";
                                    case TOO_MANY_CHOICES -> "it names more than can be chosen";
                                    case TOO_LONG -> "it is too long";
                                    case OFF_THE_PICTURE -> "it is not on the picture";
                                    case OTHER_LANGUAGE -> "it is in a language that is not offered";
                                    case FIXED_TEXT_LOST -> "it lacks a part that every program keeps";
                                })
                        .stream()
                        .toList();
    }

    /**
     * Returns what makes an answer to {@code item} right.
     *
     * @throws IllegalStateException if this key has nothing for it
     */
    public ItemKey of(ItemId item) {
        ItemKey key = items.get(item);
        if (key == null) {
            throw new IllegalStateException("the key has nothing for item " + item);
        }
        return key;
    }

    /** Returns the share of its most that {@code judgement} is, at most 1 and not below 0. */
    static Rational share(ItemKey key, ItemKey.Judgement judgement) {
        return judgement.score().max(Rational.ZERO).dividedBy(key.most()).min(Rational.ONE);
    }
}
