package dauntingledger.app.room;

import dauntingledger.rulebook.paper.Stage;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** The languages of the paper, each by its own name. */
@Component
class LanguageChoicePage implements StagePage<Stage.LanguageChoice> {

    @Override
    public Class<Stage.LanguageChoice> kind() {
        return Stage.LanguageChoice.class;
    }

    @Override
    public void show(Stage.LanguageChoice stage, Here here, Model model) {
        model.addAttribute("languages", LanguageName.of(here.paper()));
    }
}
