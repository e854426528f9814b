package dauntingledger.app.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.atLeastOnce;
import static org.mockito.Mockito.clearInvocations;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;

import dauntingledger.app.nodes.OtherNodes;
import jakarta.persistence.EntityManager;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.mockito.ArgumentCaptor;
import tools.jackson.databind.json.JsonMapper;

/** Who was heard on one node, as another one knows it. */
class StandingBookTest {

    private static final SittingId SITTING = new SittingId(7);
    private static final Instant NOON = Instant.parse("2026-11-25T12:00:00Z");

    private final OtherNodes nodes = mock(OtherNodes.class);
    private final StandingBook here = book(nodes);
    private final StandingBook there = book(mock(OtherNodes.class));

    private static StandingBook book(OtherNodes nodes) {
        return new StandingBook(mock(EntityManager.class), JsonMapper.shared(), mock(LedgerSettings.class), nodes);
    }

    private List<String> told() {
        ArgumentCaptor<Collection<String>> words = ArgumentCaptor.captor();
        here.tellHeard();
        verify(nodes, atLeastOnce()).tell(eq(ToldOfSittings.HEARD), words.capture());
        clearInvocations(nodes);
        return List.copyOf(words.getValue());
    }

    @Test
    void isToldOnceWithWhatWaits() {
        here.hear(SITTING, NOON, 3);
        told().forEach(there::heardElsewhere);

        assertThat(there.lastHeard(SITTING)).contains(NOON);
        assertThat(there.waiting(SITTING)).isEqualTo(3);
        assertThat(told()).as("nothing new").isEmpty();
    }

    @Test
    void isWhatWasHeardLastWhicheverWordComesFirst() {
        there.hear(SITTING, NOON.plusSeconds(5), 0);
        here.hear(SITTING, NOON, 3);
        told().forEach(there::heardElsewhere);

        assertThat(there.lastHeard(SITTING)).contains(NOON.plusSeconds(5));
        assertThat(there.waiting(SITTING)).isZero();
    }

    @Test
    void isForgottenEverywhereWhenTheSittingIsOver() {
        there.hear(SITTING, NOON, 0);
        here.hear(SITTING, NOON, 0);
        here.forget(SITTING);
        told().forEach(there::heardElsewhere);

        assertThat(there.lastHeard(SITTING)).isEmpty();
        assertThat(here.lastHeard(SITTING)).isEmpty();
    }
}
