package dauntingledger.rulebook.tools;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.worksheet.CellRef;
import java.util.Map;
import org.junit.jupiter.api.Test;

class PastedTest {

    @Test
    void aLineIsARowAndATabPartsCells() {
        assertThat(Pasted.of("1\t2\r\n3\t\n", CellRef.of("B2")))
                .isEqualTo(new Pasted(
                        Map.of(
                                CellRef.of("B2"), "1",
                                CellRef.of("C2"), "2",
                                CellRef.of("B3"), "3",
                                CellRef.of("C3"), ""),
                        0));
    }

    @Test
    void whatDoesNotFitIsCountedAndNotCutShort() {
        Pasted pasted = Pasted.of("1\t2\n" + "x".repeat(1_001) + "\n3", CellRef.of("Z199"));

        assertThat(pasted.cells()).containsExactly(Map.entry(CellRef.of("Z199"), "1"));
        assertThat(pasted.leftOut()).isEqualTo(3);
    }

    @Test
    void aControlCharacterCountsAsASpace() {
        assertThat(Pasted.of("high\u0007water", CellRef.of("A1")).cells())
                .containsEntry(CellRef.of("A1"), "high water");
    }
}
