package dauntingledger.app.room;

import dauntingledger.rulebook.paper.Survey;
import dauntingledger.rulebook.sitting.Position;
import dauntingledger.rulebook.sitting.Sitting;
import java.util.Optional;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;

/** Finds the survey that a page offers: about the block closed last, or about the exam when it is handed in. */
@Component
class Surveys {

    Optional<Survey> open(Sitting sitting) {
        int end = sitting.paper().route().size();
        int here = sitting.route().position() instanceof Position.Over
                ? end
                : sitting.route().position().index(end);
        return IntStream.iterate(here - 1, stage -> stage >= 0, stage -> stage - 1)
                .filter(stage -> sitting.paper()
                        .rules()
                        .surveyAbout(sitting.paper().route().get(stage).id())
                        .isPresent())
                .boxed()
                .findFirst()
                .flatMap(sitting.route()::openSurvey);
    }
}
