package dauntingledger.app.room;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.zip.GZIPOutputStream;
import org.junit.jupiter.api.Test;

class DeskSizeTest {

    /**
     * One call that formats or parses an instant brings the time zones of the world into the browser, hundreds of
     * kilobytes. The schemas, which describe a record once for reading and writing, cost 14 kilobytes, because the browser
     * then also has what writes a paper, a state made of immutable values 3 kilobytes, and the stage of details, which
     * knows the calendar, 3 kilobytes, practice with its modes and sets, which stand in the ledger, 2 kilobytes, programs with
     * what they are compared by 9 kilobytes; all were judged to be worth it.
     */
    private static final int MOST = 188_000;

    @Test
    void theRulebookIsSmallEnoughForTheFirstVisit() throws IOException {
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        try (InputStream desk = requireNonNull(getClass().getResourceAsStream("/META-INF/resources/assets/desk.js"));
                GZIPOutputStream out = new GZIPOutputStream(packed)) {
            desk.transferTo(out);
        }

        assertThat(packed.size()).isLessThanOrEqualTo(MOST);
    }
}
