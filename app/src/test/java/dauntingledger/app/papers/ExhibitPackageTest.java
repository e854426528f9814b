package dauntingledger.app.papers;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.app.papers.PaperText.ExhibitText;
import dauntingledger.rulebook.paper.Equipment;
import dauntingledger.rulebook.paper.Exhibit;
import dauntingledger.rulebook.paper.ExhibitId;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.paper.Tool;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** How tools and exhibits are read from the side file. */
class ExhibitPackageTest {

    private static final String SIDE = "daunting-ledger.xml";
    private static final String HEIGHTS = "exhibits/heights.html";

    private final Packages licence = Packages.demo();

    private static PaperText read(Packages packages) {
        return packages.read().in("");
    }

    @Test
    void readsTheLicencePapersToolsAndExhibits() {
        PaperText text = read(licence);
        Equipment equipment = text.paper().rules().equipment();

        assertThat(equipment.offered(new SectionId("rules-section")))
                .containsExactlyInAnyOrder(Tool.MARKS, Tool.NOTES, Tool.BASIC_CALCULATOR);
        assertThat(equipment.offered(new SectionId("tides-section"))).contains(Tool.WORKSHEET, Tool.SKETCH);
        assertThat(equipment.scratch()).isEqualTo(Equipment.Scratch.KEPT);
        assertThat(equipment.exhibits())
                .extracting(Exhibit::kind)
                .containsExactly(Exhibit.Kind.TABLE, Exhibit.Kind.CHART, Exhibit.Kind.PDF);
        assertThat(text.exhibits().get(new ExhibitId("heights"))).isInstanceOf(ExhibitText.Html.class);
        assertThat(text.exhibits().get(new ExhibitId("tide-tables")))
                .isInstanceOfSatisfying(
                        ExhibitText.File.class,
                        file -> assertThat(file.medium().type()).isEqualTo("application/pdf"));
    }

    @Test
    void readsAnExhibitInEachLanguageFromItsOwnFile() {
        Packages cadets = Packages.demo("cadet-entrance")
                .replacing(SIDE, "</route>", "</route><exhibit id=\"rules\" title=\"Rules\" href=\"rules.pdf\"/>")
                .replacing(
                        "de/" + SIDE, "</route>", "</route><exhibit id=\"rules\" title=\"Regeln\" href=\"rules.pdf\"/>")
                .with("rules.pdf", "%PDF-english")
                .with("de/rules.pdf", "%PDF-deutsch");
        ReadPaper read = cadets.read();

        assertThat(sent(read.in("en"))).isEqualTo("%PDF-english");
        assertThat(sent(read.in("de"))).isEqualTo("%PDF-deutsch");
    }

    private static String sent(PaperText text) {
        ExhibitText.File file =
                (ExhibitText.File) requireNonNull(text.exhibits().get(new ExhibitId("rules")));
        return new String(file.medium().bytes(), StandardCharsets.US_ASCII);
    }

    @Test
    void readsThatScratchIsCleared() {
        licence.replacing(SIDE, "<paper ", "<paper scratch=\"cleared\" ");

        assertThat(read(licence).paper().rules().equipment().scratch()).isEqualTo(Equipment.Scratch.CLEARED);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "tools=\"marks notes basic-calculator\"|tools=\"marks abacus\"|tools must be one of",
                "tools=\"marks notes basic-calculator\"|tools=\"basic-calculator scientific-calculator\"|not both",
                "of-section=\"tides-section\"/>|of-section=\"nowhere\"/>|belongs to no question of the paper",
                "of-section=\"tides-section\"/>|of-section=\"tides-section\" of-set=\"buoyage\"/>|not to several",
                "href=\"exhibits/heights.html\"|href=\"exhibits/heights.docx\"|ending in .pdf, .png, .jpg, .html or .svg",
                "href=\"exhibits/heights.html\"|href=\"exhibits/missing.html\"|the package has none",
                "id=\"curve\"|id=\"heights\"|two exhibits have this identifier",
                "<exhibit id=\"heights\" |<exhibit |needs the attribute 'id'",
            })
    void namesWhatIsWrongInTheSideFile(String what, String by, String complaint) {
        licence.replacing(SIDE, what, by);

        assertThatThrownBy(() -> read(licence))
                .isInstanceOf(PackageRefusedException.class)
                .hasMessageContaining(complaint);
    }

    @Test
    void refusesAFileThatIsNotWhatItsNameSays() {
        licence.with("exhibits/tide-tables.pdf", "<html><script>alert(1)</script></html>");

        assertThatThrownBy(() -> read(licence))
                .isInstanceOf(PackageRefusedException.class)
                .hasMessageContaining("is not what its name says");
    }

    @Test
    void letsNothingThroughThatATextMayNotHave() {
        licence.with(HEIGHTS, "<div><p onclick=\"go()\">Heights</p><script>alert(1)</script></div>");

        assertThatThrownBy(() -> read(licence))
                .isInstanceOf(PackageRefusedException.class)
                .hasMessageContaining("'onclick' is not allowed")
                .hasMessageContaining("'script' is not allowed");
    }
}
