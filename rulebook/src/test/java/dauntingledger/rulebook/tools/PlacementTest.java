package dauntingledger.rulebook.tools;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.tools.Placement.Rect;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.UniqueElements;
import org.junit.jupiter.api.Test;

class PlacementTest {

    /** The sheet and its surroundings in a window of 1280 by 800. */
    private static final Rect AREA = new Rect(216, 85, 984, 650);

    private static final int UNIT = 16;

    @Property
    void panelsDoNotOverlapEachOtherOrTheQuestion(@ForAll @UniqueElements List<Panel> panels) {
        List<Rect> places = List.copyOf(Placement.arranged(panels, AREA, UNIT).values());

        for (int i = 0; i < places.size(); i++) {
            assertThat(places.get(i).left()).isGreaterThanOrEqualTo(AREA.left() + 25 * UNIT);
            assertThat(places.get(i).right()).isLessThanOrEqualTo(AREA.right());
            assertThat(places.get(i).bottom()).isLessThanOrEqualTo(AREA.bottom());
            for (int j = 0; j < i; j++) {
                assertThat(overlap(places.get(i), places.get(j))).isFalse();
            }
        }
    }

    private static boolean overlap(Rect a, Rect b) {
        return a.left() < b.right() && b.left() < a.right() && a.top() < b.bottom() && b.top() < a.bottom();
    }

    @Property
    void theOrderOfOpeningDoesNotMatter(@ForAll @UniqueElements List<Panel> panels) {
        assertThat(Placement.arranged(panels, AREA, UNIT))
                .isEqualTo(Placement.arranged(panels.stream().sorted().toList(), AREA, UNIT));
    }

    @Test
    void aSheetThatIsTooLowGivesItsPanelsTheSpaceDownToTheFloor() {
        assertThat(Placement.area(new Rect(0, 80, 900, 90), 500, UNIT)).isEqualTo(new Rect(0, 80, 900, 420));
        assertThat(Placement.area(AREA, 790, UNIT)).isEqualTo(AREA);
    }

    @Test
    void aTideTableAWorksheetAndACalculatorStandSideBySide() {
        Map<Panel, Rect> places =
                Placement.arranged(List.of(Panel.EXHIBIT, Panel.WORKSHEET, Panel.CALCULATOR), AREA, UNIT);
        Rect exhibit = requireNonNull(places.get(Panel.EXHIBIT));
        Rect calculator = requireNonNull(places.get(Panel.CALCULATOR));
        Rect worksheet = requireNonNull(places.get(Panel.WORKSHEET));

        assertThat(calculator.top()).isEqualTo(exhibit.top());
        assertThat(calculator.left()).isEqualTo(exhibit.right());
        assertThat(worksheet.top()).isEqualTo(exhibit.bottom());
    }

    @Property
    void noPanelLeavesTheWindow(
            @ForAll Panel panel,
            @ForAll @IntRange(max = 4000) int left,
            @ForAll @IntRange(max = 4000) int top,
            @ForAll @IntRange(max = 3000) int width,
            @ForAll @IntRange(max = 3000) int height,
            @ForAll @IntRange(min = 320, max = 2000) int windowWidth) {
        Rect window = new Rect(0, 0, windowWidth, 640);
        Rect place = Placement.within(panel, new Rect(left, top, width, height), window, UNIT);

        assertThat(place.left()).isGreaterThanOrEqualTo(0);
        assertThat(place.top()).isGreaterThanOrEqualTo(0);
        assertThat(place.right()).isLessThanOrEqualTo(windowWidth);
        assertThat(place.bottom()).isLessThanOrEqualTo(640);
    }

    @Test
    void theSheetEndsWherePanelsBesideItBegin() {
        List<Rect> panels = new ArrayList<>(
                Placement.arranged(List.of(Panel.CALCULATOR), AREA, UNIT).values());
        assertThat(Placement.sheetWidth(panels, AREA, UNIT)).isEqualTo(984 - 16 * UNIT);

        panels.add(new Rect(230, 100, 300, 300));
        assertThat(Placement.sheetWidth(panels, AREA, UNIT)).isEqualTo(984 - 16 * UNIT);
        assertThat(Placement.sheetWidth(List.of(), AREA, UNIT)).isEqualTo(984);
    }
}
