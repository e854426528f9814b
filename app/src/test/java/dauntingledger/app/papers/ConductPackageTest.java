package dauntingledger.app.papers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Clocks;
import dauntingledger.rulebook.paper.Entering;
import dauntingledger.rulebook.paper.Finish;
import dauntingledger.rulebook.paper.Movement;
import dauntingledger.rulebook.paper.Movement.Direction;
import dauntingledger.rulebook.paper.OwnBreaks;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import java.time.Duration;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** How the rules of the conduct of an exam are read from the standard and from the side file. */
class ConductPackageTest {

    private static final String SIDE = "daunting-ledger.xml";

    private final Packages licence = Packages.demo();

    private static Paper paper(Packages packages) {
        return packages.read().in("").paper();
    }

    private static Movement movement(Paper paper, String block) {
        return ((Stage.Block) paper.route().get(paper.indexOf(new StageId(block))))
                .sections()
                .getFirst()
                .movement();
    }

    @Test
    void readsTheLicencePapersRules() {
        Paper paper = paper(licence);

        assertThat(paper.rules().clockMayHide()).isTrue();
        assertThat(paper.rules().ownBreaks())
                .contains(new OwnBreaks(1, Optional.empty(), Duration.ofMinutes(5), Clocks.RUN_ON, false, true));
        assertThat(paper.rules().surveys()).hasSize(2);
        assertThat(movement(paper, "rules")).isEqualTo(Movement.FREE);
        assertThat(movement(paper, "passage")).isEqualTo(new Movement(Direction.FORWARD_WITH_SKIPS, false, true));
        assertThat(paper.items()
                        .filter(item -> item.id().value().equals("judge-the-plan"))
                        .findFirst()
                        .orElseThrow()
                        .entering())
                .isEqualTo(new Entering(true, 2));
        Stage.Break rest = (Stage.Break) paper.route().get(paper.indexOf(new StageId("long-rest")));
        assertThat(rest.least()).isEqualTo(Duration.ofMinutes(2));
        assertThat(rest.signInAgain()).isTrue();
    }

    @Test
    void readsTheStandardsWordsForMovingAndEntering() {
        Paper paper = paper(licence.replacing(
                        "test.xml", "craft\" navigation-mode=\"nonlinear", "craft\" navigation-mode=\"FREE")
                .replacing("test.xml", "nonlinear", "linear")
                .replacing("test.xml", "FREE", "nonlinear")
                .replacing("test.xml", "simultaneous", "individual")
                .replacing("test.xml", "allow-skipping=\"true\"", "allow-skipping=\"false\" max-attempts=\"3\""));

        assertThat(movement(paper, "rules")).isEqualTo(new Movement(Direction.FORWARD, true, false));
        assertThat(paper.items().findFirst().orElseThrow().entering()).isEqualTo(new Entering(true, 3));
    }

    @Test
    void readsFromWhenOnOneCanFinish() {
        String handIn = "within=\"PT5M\"";

        assertThat(finish(handIn)).isEqualTo(Finish.AT_ANY_TIME);
        assertThat(finish(handIn + " not-before=\"PT45M\"")).isEqualTo(new Finish.After(Duration.ofMinutes(45)));
        assertThat(finish(handIn + " not-before-share=\"3/4\"")).isEqualTo(new Finish.AfterShare(Rational.of(3, 4)));
        assertThat(finish(handIn + " at-the-end-only=\"true\"")).isEqualTo(new Finish.AtTheEnd());
    }

    private static Finish finish(String attributes) {
        return paper(Packages.demo().replacing(SIDE, "within=\"PT5M\"", attributes))
                .handIn()
                .finish();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "number=\"1\" longest=\"PT5M\" | longest=\"PT5M\" | need a number or a pool",
                "longest=\"PT5M\" | pool=\"PT2M\" longest=\"PT5M\" | does not fit into the pool",
                "longest=\"PT5M\" | longest=\"five\" | span of time like PT45M",
                "must-see-end=\"true\" | must-answer=\"true\" | cannot be skipped",
                "movement=\"forward-with-skips\" | movement=\"sideways\" | movement must be one of",
                "tries=\"2\" | tries=\"21\" | tries must be 0",
                "deliberate=\"true\" tries=\"2\" | tries=\"2\" | must be entered deliberately",
                "least=\"PT2M\" | least=\"PT20M\" | least length of the break must be 0 to",
                "within=\"PT5M\" | within=\"PT5M\" not-before=\"PT5M\" at-the-end-only=\"true\" | only one of",
                "within=\"PT5M\" | within=\"PT5M\" not-before-share=\"5/4\" | between 0 and 1",
                "within=\"PT5M\" | within=\"PT5M\" not-before-share=\"most\" | a number like 3/4",
                "section ref=\"passage-section\" | section ref=\"passages\" | the test has no such section",
                "entering ref=\"judge-the-plan\" | entering ref=\"judge\" | the test has no such item",
                "set ref=\"buoyage\" | set ref=\"buoys\" | the test has no such item set",
                "part=\"passage\"/> | part=\"passage\" review=\"maybe\"/> | review must be true or false",
                "chart work\"/> | chart work\"/><break id=\"x\" title=\"X\" length=\"PT1M\"/> | between two blocks",
                "survey about=\"rules\" | survey about=\"rest\" | about a block of the route"
            })
    void refusesASenselessRuleWithItsReason(String what, String by, String reason) {
        assertThatThrownBy(() -> paper(licence.replacing(SIDE, what, by)))
                .isInstanceOf(PackageRefusedException.class)
                .hasMessageContaining(reason);
    }

    @Test
    void refusesWordsOfTheStandardThatItWouldOverlook() {
        String control =
                "<qti-item-session-control allow-skipping=\"false\"/><qti-weight identifier=\"MARKS\" value=\"4\"/>";

        assertThatThrownBy(() ->
                        paper(licence.replacing("test.xml", "<qti-weight identifier=\"MARKS\" value=\"4\"/>", control)))
                .hasMessageContaining("not on a set or an item");
        assertThatThrownBy(() ->
                        paper(licence.replacing("test.xml", "allow-skipping=\"true\"", "allow-skipping=\"perhaps\"")))
                .hasMessageContaining("allow-skipping must be true or false");
    }

    @Test
    void refusesOrderInASectionThatOthersStandBeside() {
        Packages cadet = Packages.demo("cadet-entrance")
                .replacing("test.xml", "nonlinear", "linear")
                .replacing("de/test.xml", "nonlinear", "linear");

        assertThatThrownBy(() -> paper(cadet)).hasMessageContaining("must be the only one of its block");
    }

    @Test
    void refusesAnExamThatCouldNeverBeFinished() {
        Packages endless = Packages.demo("lightkeeper")
                .replacing("test.xml", "<qti-time-limits max-time=\"1200\"/>", "")
                .replacing(SIDE, "<warnings part=\"keeping\">", "<room-closes>")
                .replacing(SIDE, "</warnings>", "</room-closes>");

        assertThatThrownBy(() -> paper(endless)).hasMessageContaining("it would never end");
    }
}
