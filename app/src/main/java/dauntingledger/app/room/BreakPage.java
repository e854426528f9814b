package dauntingledger.app.room;

import dauntingledger.app.words.Words;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.sitting.Window;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** A break, and what comes after it. */
@Component
class BreakPage implements StagePage<Stage.Break> {

    private final StageViews stages;
    private final RuleWords ruleWords;
    private final Words words;

    BreakPage(StageViews stages, RuleWords ruleWords, Words words) {
        this.stages = stages;
        this.ruleWords = ruleWords;
        this.words = words;
    }

    @Override
    public Class<Stage.Break> kind() {
        return Stage.Break.class;
    }

    @Override
    public void show(Stage.Break stage, Here here, Model model) {
        model.addAttribute("breakView", stages.breakView(stage));
    }

    @Override
    public Optional<StageViews.Rule> rule(Stage.Break stage, Paper paper, Window window) {
        return Optional.of(
                new StageViews.Rule(stage.title(), ruleWords.ofBreak(stage), words.span(stage.length()), ""));
    }
}
