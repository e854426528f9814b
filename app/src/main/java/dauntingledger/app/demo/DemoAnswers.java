package dauntingledger.app.demo;

import dauntingledger.app.papers.Papers;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.sitting.Act;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Stream;

/** What somebody does at a question who answers as its examples do. */
final class DemoAnswers {

    private DemoAnswers() {}

    static List<Act> looking(Item item) {
        return List.of(new Act.QuestionOpened(item.id()), new Act.EndSeen(item.id()));
    }

    static List<Act> answering(Item item) {
        return giving(item, Interaction::example);
    }

    /** Gives to each interaction of a question what {@code answers} says. */
    static List<Act> giving(Item item, Function<Interaction, List<String>> answers) {
        return Stream.concat(
                        item.interactions().stream().map(interaction -> giving(item, interaction, answers)),
                        Stream.of(new Act.AnswerEntered(item.id())))
                .toList();
    }

    private static Act giving(Item item, Interaction interaction, Function<Interaction, List<String>> answers) {
        return interaction.isAsked()
                ? new Act.Answered(
                        item.id(), interaction.response(), interaction.blank().with(answers.apply(interaction)))
                : new Act.Played(item.id(), interaction.response());
    }

    /** Returns what is right by the key, by question and interaction. */
    static Map<ItemId, Map<ResponseId, List<String>>> right(List<Papers.Explained> explained) {
        Map<ItemId, Map<ResponseId, List<String>>> right = new HashMap<>();
        explained.forEach(one -> {
            Map<ResponseId, List<String>> own = new HashMap<>();
            one.explanation()
                    .reasons()
                    .forEach(reason ->
                            own.put(reason.response(), reason.expected().elements()));
            right.put(one.question().item().id(), own);
        });
        return right;
    }

    /** Returns what somebody enters who knows what is right; where nothing tells, or it cannot be entered, an example. */
    static List<String> knowing(Item item, Interaction interaction, Map<ItemId, Map<ResponseId, List<String>>> right) {
        List<String> elements = right.getOrDefault(item.id(), Map.of()).getOrDefault(interaction.response(), List.of());
        return elements.isEmpty() || interaction.misfit(elements).isPresent() ? interaction.example() : elements;
    }
}
