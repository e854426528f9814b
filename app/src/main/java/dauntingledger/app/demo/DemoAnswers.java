package dauntingledger.app.demo;

import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.sitting.Act;
import java.util.List;
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
}
