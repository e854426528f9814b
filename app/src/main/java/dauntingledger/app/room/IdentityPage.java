package dauntingledger.app.room;

import dauntingledger.rulebook.paper.Stage;
import org.springframework.stereotype.Component;

/** The candidate confirms who they are, or reports that something is wrong. */
@Component
class IdentityPage implements StagePage<Stage.Identity> {

    @Override
    public Class<Stage.Identity> kind() {
        return Stage.Identity.class;
    }
}
