package dauntingledger.app.room;

import dauntingledger.app.words.Words;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.sitting.Window;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** The candidate confirms that the exam is finished. */
@Component
class HandInPage implements StagePage<Stage.HandIn> {

    private final StageViews stages;
    private final Words words;

    HandInPage(StageViews stages, Words words) {
        this.stages = stages;
        this.words = words;
    }

    @Override
    public Class<Stage.HandIn> kind() {
        return Stage.HandIn.class;
    }

    @Override
    public void show(Stage.HandIn stage, Here here, Model model) {
        model.addAttribute("lines", stages.lines(here.sitting(), here.paper()));
    }

    @Override
    public Optional<StageViews.Rule> rule(Stage.HandIn stage, Paper paper, Window window) {
        return Optional.of(
                new StageViews.Rule(stage.title(), words.say("rule.hand-in"), words.span(stage.within()), ""));
    }
}
