package dauntingledger.rulebook.sitting;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.paper.Detail;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.sitting.Act.DetailsGiven;
import dauntingledger.rulebook.sitting.Act.DetailsGiven.Given;
import dauntingledger.rulebook.testing.Desk;
import dauntingledger.rulebook.testing.SamplePapers;
import java.util.List;
import org.junit.jupiter.api.Test;

class DetailsStageTest {

    private static final Stage.Details ASKED = new Stage.Details(
            SamplePapers.stage("contact"),
            "How we reach you",
            List.of(
                    new Detail("phone", "Telephone", Detail.Kind.TEXT, List.of(), true),
                    new Detail("born", "Born on", Detail.Kind.DATE, List.of(), false)));
    private static final Paper PAPER = SamplePapers.paper(
            List.of(ASKED, SamplePapers.block("one", SamplePapers.single("q1")), SamplePapers.handIn()), List.of());

    private static Verdict verdict(Given... given) {
        return new Desk(PAPER)
                .does(new Act.StageOpened(ASKED.id()))
                .permits(new DetailsGiven(ASKED.id(), List.of(given)));
    }

    @Test
    void isLeftWithWhatItAsksFor() {
        assertThat(verdict(new Given("phone", "0461 33"), new Given("born", "2001-05-09")))
                .isEqualTo(Verdict.PERMITTED);
        assertThat(verdict(new Given("phone", "0461 33"))).isEqualTo(Verdict.PERMITTED);
    }

    @Test
    void refusesWhatIsMissingWrongTwiceOrNotAskedFor() {
        assertThat(verdict(new Given("born", "2001-05-09"))).isEqualTo(Verdict.DETAILS_WRONG);
        assertThat(verdict(new Given("phone", "1"), new Given("born", "soon"))).isEqualTo(Verdict.DETAILS_WRONG);
        assertThat(verdict(new Given("phone", "1"), new Given("phone", "2"))).isEqualTo(Verdict.DETAILS_WRONG);
        assertThat(verdict(new Given("phone", "1"), new Given("shoe", "42"))).isEqualTo(Verdict.DETAILS_WRONG);
    }
}
