package dauntingledger.app.room;

import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.plain.StageCodec;
import dauntingledger.rulebook.sitting.Window;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** Finds the page of each kind of stage. */
@Component
class StageKinds {

    private final Map<Class<?>, Typed<?>> pages;

    StageKinds(List<StagePage<?>> pages) {
        this.pages = pages.stream().map(Typed::new).collect(Collectors.toMap(Typed::kind, Function.identity()));
    }

    private record Typed<S extends Stage>(StagePage<S> page) {

        Class<S> kind() {
            return page.kind();
        }

        void show(Stage stage, Here here, Model model) {
            page.show(kind().cast(stage), here, model);
        }

        Optional<StageViews.Rule> rule(Stage stage, Paper paper, Window window) {
            return page.rule(kind().cast(stage), paper, window);
        }
    }

    /** Gives the template of a stage what it shows, and returns the name of that template. */
    String show(Stage stage, Here here, Model model) {
        page(stage).show(stage, here, model);
        return StageCodec.kind(stage);
    }

    /** Returns what the instructions say of a stage, or empty if it needs no announcement. */
    Optional<StageViews.Rule> rule(Stage stage, Paper paper, Window window) {
        return page(stage).rule(stage, paper, window);
    }

    private Typed<?> page(Stage stage) {
        Typed<?> page = pages.get(stage.getClass());
        if (page == null) {
            throw new IllegalStateException("no page shows stage " + stage.id() + ", a " + StageCodec.kind(stage));
        }
        return page;
    }
}
