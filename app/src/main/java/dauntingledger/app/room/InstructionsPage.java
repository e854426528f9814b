package dauntingledger.app.room;

import dauntingledger.app.words.Words;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.sitting.Window;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** Pages to read, with the rules and the road map of the paper. */
@Component
class InstructionsPage implements StagePage<Stage.Instructions> {

    private final Words words;

    InstructionsPage(Words words) {
        this.words = words;
    }

    @Override
    public Class<Stage.Instructions> kind() {
        return Stage.Instructions.class;
    }

    @Override
    public void show(Stage.Instructions stage, Here here, Model model) {
        model.addAttribute("pages", here.pages(stage.id()));
    }

    @Override
    public Optional<StageViews.Rule> rule(Stage.Instructions stage, Paper paper, Window window) {
        return stage.readingTime()
                .map(time -> new StageViews.Rule(stage.title(), words.say("rule.reading"), words.span(time), ""));
    }
}
