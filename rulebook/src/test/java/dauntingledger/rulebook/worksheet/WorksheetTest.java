package dauntingledger.rulebook.worksheet;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WorksheetTest {

    private final Worksheet sheet = new Worksheet();

    private List<CellRef> type(String... cellsAndTexts) {
        Map<CellRef, String> cells = new HashMap<>();
        for (int i = 0; i < cellsAndTexts.length; i += 2) {
            cells.put(CellRef.of(cellsAndTexts[i]), cellsAndTexts[i + 1]);
        }
        return sheet.write(cells);
    }

    private String shown(String cell) {
        return CellFormat.GENERAL.show(sheet.value(CellRef.of(cell)));
    }

    @Nested
    class WhatIsTyped {

        @ParameterizedTest
        @CsvSource(
                delimiter = '|',
                quoteCharacter = '`',
                value = {
                    "4.5|4.5",
                    "4,5|4.5",
                    "-3|-3",
                    "12%|0.12",
                    "1e3|1000",
                    "TRUE|TRUE",
                    "false|FALSE",
                    "ebb|ebb",
                    "'007|007",
                    "1.2.3|1.2.3",
                    "2026-11-25|46351",
                    "2026-02-30|2026-02-30",
                    "=|=",
                    "=1+|#ERROR!",
                    "=A201|#NAME?",
                    "=NOSUCH(1)|#NAME?",
                    "=SUM(1|#ERROR!",
                    "=1+\"x|#ERROR!",
                    "=IF(1)|#ERROR!",
                    "=AA1|#NAME?",
                    "=A1:B2|#VALUE!",
                    "=1 2|#ERROR!",
                })
        void isShownAs(String typed, String expected) {
            type("C3", typed);

            assertThat(shown("C3")).isEqualTo(expected);
        }

        @ParameterizedTest
        @CsvSource(
                delimiter = '|',
                value = {
                    "GENERAL|1234567.891|1234567.891", "GENERAL|0.1|0.1", "GENERAL|1e20|1E+20",
                            "GENERAL|0.0000001|1E-07",
                    "WHOLE|2.5|3", "WHOLE|-2.5|-3", "TWO_DECIMALS|2.675|2.68", "FOUR_DECIMALS|1|1.0000",
                    "PERCENT|0.125|12.5 %", "DATE|46351|2026-11-25", "DATE|-1|-1", "DATE|60|1900-02-28",
                })
        void isShownInItsFormat(CellFormat format, String typed, String expected) {
            type("A1", typed);

            assertThat(format.show(sheet.value(CellRef.of("A1")))).isEqualTo(expected);
        }
    }

    /** Where the other spreadsheet of {@link OracleTest} goes its own way, or has no such function. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "=-2^2|4",
                "=(-2)^0.5|#NUM!",
                "=0^-1|#DIV/0!",
                "=COUNT(\"3\";\"x\";TRUE)|2",
                "=VAR(3)|#DIV/0!",
                "=RANK(99;B1:B3)|#N/A",
                "=QUARTILE(B1:B3;1)|1.5",
                "=QUARTILE(B1:B3;4)|3",
                "=QUARTILE(B1:B3;5)|#NUM!",
            })
    void theOpenFormulaStandardDecides(String formula, String expected) {
        type("B1", "1", "B2", "2", "B3", "3", "A1", formula);

        assertThat(shown("A1")).isEqualTo(expected);
    }

    @Nested
    class Recalculation {

        @Test
        void reachesWhatDependsOnACellAndNothingElse() {
            type("A1", "1", "A2", "=A1*2", "A3", "=A2+1", "B1", "5", "B2", "=B1*2");

            assertThat(type("A1", "10")).extracting(CellRef::name).containsExactly("A1", "A2", "A3");
            assertThat(shown("A3")).isEqualTo("21");
        }

        @Test
        void followsRanges() {
            type("A1", "1", "A2", "2", "B1", "=SUM(A1:A5)", "B2", "=B1*10");

            assertThat(type("A4", "4")).extracting(CellRef::name).containsExactly("B1", "B2", "A4");
            assertThat(shown("B2")).isEqualTo("70");
        }

        @Test
        void ofAFormulaThatIsReplacedNoLongerFollowsItsCells() {
            type("A1", "1", "B1", "=A1");
            type("B1", "7");

            assertThat(type("A1", "2")).extracting(CellRef::name).containsExactly("A1");
        }

        @Test
        void aCycleIsShownInAllItsCellsAndEndsWhenItIsBroken() {
            type("A1", "=B1", "B1", "=C1+1", "C1", "=A1", "D1", "=1+1");
            assertThat(shown("A1")).isEqualTo("#CYCLE!");
            assertThat(shown("C1")).isEqualTo("#CYCLE!");
            assertThat(shown("D1")).isEqualTo("2");

            type("C1", "4");
            assertThat(shown("A1")).isEqualTo("5");
        }

        @Test
        void aCellThatNeedsItselfIsACycle() {
            type("A1", "=SUM(A1:A3)");

            assertThat(shown("A1")).isEqualTo("#CYCLE!");
        }

        @Test
        void anErrorGoesOnToWhatDependsOnIt() {
            type("A1", "=1/0", "A2", "=A1+1", "A3", "=IFERROR(A2;\"none\")");

            assertThat(shown("A2")).isEqualTo("#DIV/0!");
            assertThat(shown("A3")).isEqualTo("none");
        }
    }

    @Provide
    Arbitrary<Long> seeds() {
        return Arbitraries.longs().between(0, 9_999);
    }

    @Property(tries = 200)
    void typingOneByOneComesToTheSameAsAllAtOnce(@ForAll("seeds") long seed) {
        Random random = new Random(seed);
        Worksheet bitByBit = new Worksheet();
        Map<CellRef, String> last = new HashMap<>();
        for (int i = 0; i < 60; i++) {
            CellRef cell = new CellRef(random.nextInt(4), random.nextInt(5));
            String text = switch (random.nextInt(5)) {
                case 0 -> String.valueOf(random.nextInt(20) - 5);
                case 1 -> "";
                case 2 -> "=SUM(" + any(random) + ":" + any(random) + ")";
                case 3 -> "=" + any(random) + "*2+" + any(random);
                default -> "=IF(" + any(random) + ">3;" + any(random) + ";7)";
            };
            last.put(cell, text);
            bitByBit.write(Map.of(cell, text));
        }
        Worksheet atOnce = Worksheet.of(last);
        for (CellRef cell : new Area(CellRef.of("A1"), CellRef.of("D5")).cells()) {
            assertThat(bitByBit.value(cell)).as(cell.name()).isEqualTo(atOnce.value(cell));
        }
    }

    private static String any(Random random) {
        return new CellRef(random.nextInt(4), random.nextInt(5)).name();
    }

    @Nested
    class Copying {

        @Test
        void movesReferencesAlongUnlessTheyAreHeld() {
            type("B2", "=A1+$A1+A$1+$A$1");

            assertThat(sheet.copied(new Area(CellRef.of("B2"), CellRef.of("B2")), CellRef.of("D5")))
                    .containsExactly(Map.entry(CellRef.of("D5"), "=C4+$A4+C$1+$A$1"));
        }

        @Test
        void offTheSheetLeavesAnErrorWord() {
            type("B2", "=A1+1");
            Map<CellRef, String> copy = sheet.copied(new Area(CellRef.of("B2"), CellRef.of("B2")), CellRef.of("A1"));
            sheet.write(copy);

            assertThat(copy).containsExactly(Map.entry(CellRef.of("A1"), "=#REF!+1"));
            assertThat(shown("A1")).isEqualTo("#REF!");
        }

        @Test
        void keepsTextsThatLookLikeCells() {
            type("A1", "=\"B2\"&B2");

            assertThat(sheet.filledDown(new Area(CellRef.of("A1"), CellRef.of("A2"))))
                    .containsExactly(Map.entry(CellRef.of("A2"), "=\"B2\"&B3"));
        }

        @Test
        void fillsDownAndRight() {
            type("A1", "1", "B1", "=A1*2");
            Map<CellRef, String> down = sheet.filledDown(new Area(CellRef.of("A1"), CellRef.of("B3")));
            Map<CellRef, String> right = sheet.filledRight(new Area(CellRef.of("B1"), CellRef.of("D1")));

            assertThat(down).containsEntry(CellRef.of("B3"), "=A3*2").containsEntry(CellRef.of("A2"), "1");
            assertThat(right).containsEntry(CellRef.of("D1"), "=C1*2").hasSize(2);
        }

        @Test
        void ofABlockThatIsMovedLeavesItsFormulasAndNothingBehind() {
            type("A1", "1", "A2", "=A1+1", "A3", "7");
            sheet.write(sheet.moved(new Area(CellRef.of("A1"), CellRef.of("A2")), CellRef.of("A2")));

            assertThat(sheet.typed(CellRef.of("A1"))).isEmpty();
            assertThat(sheet.typed(CellRef.of("A2"))).isEqualTo("1");
            assertThat(sheet.typed(CellRef.of("A3"))).isEqualTo("=A1+1");
        }

        @Test
        void leavesOutWhatWouldLieOffTheSheet() {
            type("A1", "1", "B1", "2");

            assertThat(sheet.copied(new Area(CellRef.of("A1"), CellRef.of("B1")), CellRef.of("Z200")))
                    .containsOnlyKeys(CellRef.of("Z200"));
        }
    }

    @Test
    void theWholeSheetHasItsNames() {
        assertThat(CellRef.of("Z200")).isEqualTo(new CellRef(25, 199));
        assertThat(CellRef.find("A0")).isEmpty();
        assertThat(CellRef.find("A01")).isEmpty();
        assertThat(CellRef.find("A201")).isEmpty();
    }
}
