package dauntingledger.app.room;

import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.rulebook.paper.Stage;
import java.util.HashMap;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** The candidate gives or confirms details; what the installation knows already stands there. */
@Component
class DetailsPage implements StagePage<Stage.Details> {

    private final Candidates candidates;

    DetailsPage(Candidates candidates) {
        this.candidates = candidates;
    }

    @Override
    public Class<Stage.Details> kind() {
        return Stage.Details.class;
    }

    @Override
    public void show(Stage.Details stage, Here here, Model model) {
        Candidate person = candidates.find(here.appointment().candidate()).orElseThrow();
        Map<String, String> known = new HashMap<>();
        stage.fields().forEach(field -> known.put(field.id(), field.id().equals("email") ? person.email() : ""));
        model.addAttribute("known", known);
    }
}
