package dauntingledger.app.room;

import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.plain.PlainNames;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** The lines of the station check. */
@Component
class StationCheckPage implements StagePage<Stage.StationCheck> {

    @Override
    public Class<Stage.StationCheck> kind() {
        return Stage.StationCheck.class;
    }

    @Override
    public void show(Stage.StationCheck stage, Here here, Model model) {
        model.addAttribute("lines", lines(stage));
    }

    /** Returns the names of what is checked. */
    static List<String> lines(Stage.StationCheck check) {
        return check.lines().stream().map(PlainNames::name).toList();
    }
}
