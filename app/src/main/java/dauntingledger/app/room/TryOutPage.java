package dauntingledger.app.room;

import dauntingledger.app.papers.PaperText.Purpose;
import dauntingledger.app.papers.Papers;
import dauntingledger.rulebook.paper.Stage;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** The way into the try-out of the room. */
@Component
class TryOutPage implements StagePage<Stage.TryOut> {

    private final Papers papers;

    TryOutPage(Papers papers) {
        this.papers = papers;
    }

    @Override
    public Class<Stage.TryOut> kind() {
        return Stage.TryOut.class;
    }

    @Override
    public void show(Stage.TryOut stage, Here here, Model model) {
        model.addAttribute("tryOut", paper());
    }

    private String paper() {
        return papers.latest().stream()
                .filter(ref -> papers.text(ref).about().purpose() == Purpose.TRY_OUT)
                .map(ref -> ref.id().value())
                .findFirst()
                .orElse("");
    }
}
