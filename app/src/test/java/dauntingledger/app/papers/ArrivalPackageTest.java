package dauntingledger.app.papers;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import dauntingledger.app.papers.PaperText.Purpose;
import dauntingledger.rulebook.paper.Confirmation;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Steps of the arrival and further languages, as packages say them. */
class ArrivalPackageTest {

    private static final String SIDE = "daunting-ledger.xml";

    private final Packages cadet = Packages.demo("cadet-entrance");

    private static PackageRefusedException refused(Packages packages) {
        return catchThrowableOfType(PackageRefusedException.class, () -> packages.read());
    }

    @Test
    void holdsEveryStepInOrder() {
        assertThat(cadet.read().in("en").paper().route())
                .extracting(stage -> stage.getClass().getSimpleName())
                .containsExactly(
                        "Notice",
                        "Identity",
                        "Admission",
                        "StationCheck",
                        "Portrait",
                        "Notice",
                        "LanguageChoice",
                        "Instructions",
                        "TryOut",
                        "Block",
                        "Block",
                        "HandIn");
    }

    @Test
    void isTheSamePaperInEachLanguage() {
        ReadPaper read = cadet.read();
        PaperText english = read.in("en");
        PaperText german = read.in("de");
        ItemId knots = new ItemId("knots");

        assertThat(german.paper().title()).isEqualTo("Aufnahmeprüfung für Kadetten des Brackwater");
        assertThat(requireNonNull(german.items().get(knots)).firstWords()).startsWith("Ein Kutter");
        assertThat(requireNonNull(english.items().get(knots)).firstWords()).startsWith("A cutter");
        assertThat(german.paper().items().toList())
                .isEqualTo(english.paper().items().toList());
        assertThat(read.in("fr")).isEqualTo(english);
    }

    @Test
    void acceptsANoticeInAnyOfItsLanguages() {
        Stage.Notice notice =
                (Stage.Notice) cadet.read().in("de").paper().route().getFirst();

        assertThat(notice.textDigests()).hasSize(2);
        assertThat(notice.confirmation().how()).isEqualTo(Confirmation.How.TICK);
        assertThat(notice.confirmation().statements()).hasSize(2);
        assertThat(notice.consentToCamera()).isTrue();
    }

    @Test
    void readsItsPagesOut() {
        ReadPaper read = cadet.read();
        String path = requireNonNull(read.in("de").pages().get(new StageId("instructions")))
                .getFirst()
                .audio()
                .orElseThrow();

        assertThat(read.sounds()).hasSize(4);
        assertThat(requireNonNull(read.sounds().get(path)).type()).isEqualTo("audio/ogg");
    }

    @Test
    void refusesALanguageThatIsAnotherPaper() {
        PackageRefusedException other = refused(cadet.replacing("de/items/knots.xml", ">12<", ">13<"));

        assertThat(other).isNotNull();
        assertThat(other.problems()).anySatisfy(problem -> {
            assertThat(problem.file()).isEqualTo("de/");
            assertThat(problem.what()).contains("another paper");
        });
    }

    @Test
    void namesTheFileOfTheOtherLanguageInWhichSomethingIsWrong() {
        Packages broken = cadet.replacing("de/items/watch.xml", "cardinality=\"single\"", "cardinality=\"record\"");

        assertThat(refused(broken).problems())
                .isNotEmpty()
                .allSatisfy(problem -> assertThat(problem.file()).isEqualTo("de/items/watch.xml"));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "by=\"schedule\" | by=\"whim\" | by must be one of [schedule, code, leave]",
                "confirm=\"tick\" | confirm=\"sing\" | confirm must be one of [press, tick, copy]",
                "lines=\"window | lines=\"door | lines must be one of",
                "least=\"PT5S\" | least=\"soon\" | span of time",
                "consent-to-camera=\"true\" | consent-to-camera=\"false\" | no camera is used before",
                "sound/en-1.ogg | sound/none.ogg | has no such file",
                "sound/en-1.ogg | items/knots.xml | must end in one of",
                "version=\"2\" | version=\"0\" | version must be 1 or more",
                "version=\"2\" | version=\"two\" | version must be a whole number, but is 'two'",
                "keeps-appointment=\"true\" | keeps-appointment=\"yes\" | keeps-appointment must be true or false",
                "shuffled-keypad=\"true\" | shuffled-keypad=\"\" | shuffled-keypad must be true or false",
                "<statement> | <statement>Twice.</statement><statement> | a notice has one statement at most"
            })
    void saysWhatIsWrongWithAStep(String what, String by, String complaint) {
        assertThat(refused(cadet.replacing(SIDE, what, by)).problems())
                .anySatisfy(problem -> assertThat(problem.what()).contains(complaint));
    }

    @ParameterizedTest
    @MethodSource("dauntingledger.app.papers.Packages#demoNames")
    void theDemoPapersAreAllGood(String name) {
        assertThat(Packages.demo(name).read().in("en").paper().items()).isNotEmpty();
    }

    @Test
    void knowsWhatAPaperIsFor() {
        assertThat(Packages.demo("try-out").read().in("en").about().purpose()).isEqualTo(Purpose.TRY_OUT);
        assertThat(Packages.demo("buoyage-practice").read().in("en").about().purpose())
                .isEqualTo(Purpose.PRACTICE);
        assertThat(cadet.read().in("en").about().brings()).hasSize(2);
    }
}
