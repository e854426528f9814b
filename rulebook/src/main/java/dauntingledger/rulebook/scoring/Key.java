package dauntingledger.rulebook.scoring;

import dauntingledger.rulebook.paper.Finding;
import dauntingledger.rulebook.paper.Interaction;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.ResponseId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What is right. It is no part of a {@link Paper} and cannot be reached from one, so that whatever is made from a paper
 * cannot give an answer away.
 */
public record Key(Map<ItemId, Map<ResponseId, KeyRule>> rules) {

    public Key {
        Map<ItemId, Map<ResponseId, KeyRule>> copy = new LinkedHashMap<>();
        rules.forEach((item, responses) -> copy.put(item, Map.copyOf(responses)));
        rules = Map.copyOf(copy);
    }

    /** Returns everything that keeps this key from judging every question of {@code paper}; empty if it can. */
    public List<Finding> findings(Paper paper) {
        List<Finding> findings = new ArrayList<>();
        paper.items()
                .forEach(item -> item.interactions().forEach(interaction -> {
                    String place = "item " + item.id() + ", response " + interaction.response();
                    KeyRule rule = rules.getOrDefault(item.id(), Map.of()).get(interaction.response());
                    if (rule == null) {
                        findings.add(new Finding(place, "the key has no rule for it"));
                    } else {
                        unfit(item, interaction, rule, place, findings);
                    }
                }));
        return findings;
    }

    KeyRule rule(ItemId item, ResponseId response) {
        KeyRule rule = rules.getOrDefault(item, Map.of()).get(response);
        if (rule == null) {
            throw new IllegalStateException("the key has no rule for item " + item + ", response " + response);
        }
        return rule;
    }

    private static void unfit(Item item, Interaction interaction, KeyRule rule, String place, List<Finding> findings) {
        boolean fits = switch (interaction) {
            case Interaction.Choice choice ->
                switch (rule) {
                    case KeyRule.Options options -> choice.choices().containsAll(options.correct());
                    case KeyRule.PerOption worths ->
                        choice.choices().containsAll(worths.worths().keySet());
                    case KeyRule.Number number -> false;
                };
            case Interaction.NumberEntry entry -> rule instanceof KeyRule.Number;
        };
        if (!fits) {
            findings.add(new Finding(place, "the key names something that this question does not offer"));
        }
        if (rule instanceof KeyRule.PerOption && item.credit() == Item.Credit.WHOLE) {
            findings.add(new Finding(place, "options with a worth each need credit for parts"));
        }
    }
}
