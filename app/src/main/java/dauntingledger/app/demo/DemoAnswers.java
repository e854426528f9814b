package dauntingledger.app.demo;

import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.sitting.Act;
import java.util.List;
import java.util.stream.Stream;

/** What somebody does at a question who answers as its examples do. */
final class DemoAnswers {

    private DemoAnswers() {}

    static List<Act> looking(Item item) {
        return List.of(new Act.QuestionOpened(item.id()), new Act.EndSeen(item.id()));
    }

    static List<Act> answering(Item item) {
        return Stream.concat(
                        item.interactions().stream().map(interaction -> answering(item, interaction)),
                        Stream.of(new Act.AnswerEntered(item.id())))
                .toList();
    }

    private static Act answering(Item item, Interaction interaction) {
        return interaction.isAsked()
                ? new Act.Answered(
                        item.id(), interaction.response(), interaction.blank().with(interaction.example()))
                : new Act.Played(item.id(), interaction.response());
    }
}
