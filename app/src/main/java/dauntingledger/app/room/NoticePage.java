package dauntingledger.app.room;

import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.paper.Stage;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** A notice with the statement that accepts it. */
@Component
class NoticePage implements StagePage<Stage.Notice> {

    private final RuleWords ruleWords;

    NoticePage(RuleWords ruleWords) {
        this.ruleWords = ruleWords;
    }

    @Override
    public Class<Stage.Notice> kind() {
        return Stage.Notice.class;
    }

    @Override
    public void show(Stage.Notice stage, Here here, Model model) {
        model.addAttribute("pages", here.pages(stage.id()));
        model.addAttribute(
                "watch", stage.consentToCamera() ? ruleWords.watch(here.paper()).orElse("") : "");
        model.addAttribute("statement", statement(stage, here));
        model.addAttribute(
                "digest", Hash.of(here.pages(stage.id()).getFirst().html()).hex());
    }

    /** Returns the statement in the language of the page, or empty. */
    private static String statement(Stage.Notice notice, Here here) {
        int language = here.paper().languages().tags().indexOf(here.text().language());
        List<String> statements = notice.confirmation().statements();
        return statements.isEmpty() ? "" : statements.get(Math.min(Math.max(language, 0), statements.size() - 1));
    }
}
