package dauntingledger.app.room;

import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.Watch;
import dauntingledger.rulebook.sitting.Window;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** The questions of an open block. */
@Component
class BlockPage implements StagePage<Stage.Block> {

    private final BlockViews blocks;
    private final StageViews stages;
    private final RuleWords ruleWords;

    BlockPage(BlockViews blocks, StageViews stages, RuleWords ruleWords) {
        this.blocks = blocks;
        this.stages = stages;
        this.ruleWords = ruleWords;
    }

    @Override
    public Class<Stage.Block> kind() {
        return Stage.Block.class;
    }

    @Override
    public void show(Stage.Block stage, Here here, Model model) {
        model.addAttribute("block", blocks.of(stage, here.text(), here.sitting()));
        model.addAttribute("wholeView", here.paper().hasWholeView(stage));
        model.addAttribute("ownBreaks", ruleWords.ownBreaks(here.paper()).orElse(""));
        model.addAttribute("blockRules", ruleWords.block(here.paper(), stage, here.window()));
        model.addAttribute(
                "camera", here.paper().rules().watch().flatMap(Watch::camera).isPresent());
        model.addAttribute("costs", stages.costs(stage));
        model.addAttribute(
                "pages",
                here.paper().route().stream()
                        .filter(Stage.Instructions.class::isInstance)
                        .flatMap(read -> here.pages(read.id()).stream())
                        .toList());
        model.addAttribute(
                "languages", here.paper().languages().switching() ? LanguageName.of(here.paper()) : List.of());
    }

    @Override
    public Optional<StageViews.Rule> rule(Stage.Block stage, Paper paper, Window window) {
        return Optional.of(stages.rule(stage, paper, window));
    }
}
