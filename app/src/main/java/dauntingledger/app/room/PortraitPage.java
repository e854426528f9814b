package dauntingledger.app.room;

import dauntingledger.rulebook.paper.Stage;
import org.springframework.stereotype.Component;

/** The candidate takes a picture. */
@Component
class PortraitPage implements StagePage<Stage.Portrait> {

    @Override
    public Class<Stage.Portrait> kind() {
        return Stage.Portrait.class;
    }
}
