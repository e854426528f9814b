package dauntingledger.app.room;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;

import dauntingledger.app.ExamServerTest;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Replay;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.response.Choice;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.sitting.Act;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MockMvc;

/** What is drawn for each candidate, and what is left for a marker, through the server. */
class DrawnPaperTest extends ExamServerTest {

    private static final ItemId SHUFFLED = new ItemId("shuffled-duty");
    private static final ResponseId RESPONSE = new ResponseId("RESPONSE");

    @Autowired
    private MockMvc mvc;

    @Test
    void showsOptionsInTheCandidatesOwnOrderAndLettersThemSo() throws Exception {
        Appointment craft = inCraft();
        List<String> order = order(craft);
        Matcher article = Pattern.compile("<article[^>]*data-item=\"shuffled-duty\".*?</article>", Pattern.DOTALL)
                .matcher(page(craft));
        assertThat(article.find()).isTrue();
        List<String> shown = Pattern.compile("data-choice=\"([A-D])\"[^>]*><span class=\"l\">([A-D])<")
                .matcher(article.group())
                .results()
                .map(option -> option.group(2) + option.group(1))
                .toList();

        assertThat(shown)
                .containsExactly("A" + order.get(0), "B" + order.get(1), "C" + order.get(2), "D" + order.get(3));
        assertThat(order.getLast()).as("the option that keeps its place").isEqualTo("D");
        does(craft, new Act.Answered(SHUFFLED, RESPONSE, Value.choice(new ChoiceId(order.getFirst()))));
        assertThat(sitting(craft).questions().get(SHUFFLED).label()).isEqualTo("A");
    }

    @Test
    void drawsAnewForEveryCandidate() {
        assertThat(Stream.generate(this::newAppointment)
                        .limit(12)
                        .map(this::order)
                        .distinct())
                .hasSizeGreaterThan(1);
    }

    @Test
    void isReplayedAsItWasDrawn() {
        Appointment craft = inCraft();
        String first = order(craft).getFirst();
        does(craft, new Act.Answered(SHUFFLED, RESPONSE, Value.choice(new ChoiceId(first))));

        Replay.Result replayed = Replay.at(
                papers.text(craft.paper()).paper(), ledgers.export(craft).toList(), clock.instant());

        assertThat(replayed.broken()).isEmpty();
        assertThat(replayed.json()).contains("\"" + first + "\"");
    }

    @Test
    void tellsWhatWaitsForAMarker() throws Exception {
        Appointment craft = inCraft();
        does(craft, new Act.Answered(new ItemId("log-entry"), RESPONSE, Value.typed("She called at 15:05.")));
        does(craft, new Act.BlockClosed(new StageId("craft")));
        assertThat(page(craft)).doesNotContain("not given yet");
        does(craft, new Act.HandedIn());

        assertThat(page(craft)).contains("4 of these marks are not given yet");
    }

    private List<String> order(Appointment appointment) {
        return sitting(appointment)
                .paper()
                .items()
                .filter(item -> item.id().equals(SHUFFLED))
                .map(item -> (Choice) item.interactions().getFirst())
                .flatMap(choice -> choice.choices().stream())
                .map(ChoiceId::value)
                .toList();
    }

    private String page(Appointment appointment) throws Exception {
        return mvc.perform(get("/sittings/" + appointment.sitting())
                        .with(user(appointment.candidate()).roles("CANDIDATE")))
                .andReturn()
                .getResponse()
                .getContentAsString();
    }
}
