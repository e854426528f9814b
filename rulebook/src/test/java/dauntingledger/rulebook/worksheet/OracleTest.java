package dauntingledger.rulebook.worksheet;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import org.apache.poi.hssf.usermodel.HSSFWorkbook;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.FormulaError;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.ss.usermodel.Workbook;
import org.assertj.core.api.SoftAssertions;
import org.junit.jupiter.api.Test;

/** Every formula of {@code formulas.txt} comes to what another spreadsheet makes of it. */
class OracleTest {

    private static final double CLOSE = 1e-12;

    /** What stands in the cells that the formulas look at. */
    private static Map<String, Object> cells() {
        Map<String, Object> cells = new TreeMap<>();
        double[] first = {3, 7, -2, 4.5, 0, 12, 7, 1.25, 100, 0.1};
        double[] second = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10};
        double[] third = {2.1, 3.9, 6.2, 7.8, 10.1, 12.2, 13.8, 16.1, 18, 20.2};
        String[] words = {"ebb", "flood", "slack", "Ebb", "spring", "neap", "tide", "flood", "12", ""};
        for (int i = 0; i < 10; i++) {
            cells.put("A" + (i + 1), first[i]);
            cells.put("B" + (i + 1), second[i]);
            cells.put("C" + (i + 1), third[i]);
            if (!words[i].isEmpty()) {
                cells.put("D" + (i + 1), words[i]);
            }
        }
        cells.put("E1", true);
        cells.put("E2", false);
        return cells;
    }

    static List<String> formulas() {
        try (BufferedReader reader = new BufferedReader(new InputStreamReader(
                Objects.requireNonNull(OracleTest.class.getResourceAsStream("/formulas.txt")),
                StandardCharsets.UTF_8))) {
            return reader.lines()
                    .filter(line -> !line.isBlank() && !line.startsWith("#"))
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Test
    void thereAreEnoughFormulasAndEveryFunctionIsAmongThem() {
        assertThat(formulas()).hasSizeGreaterThanOrEqualTo(400).doesNotHaveDuplicates();
        assertThat(SheetFunctions.names()).hasSizeGreaterThanOrEqualTo(60);
        assertThat(SheetFunctions.names().stream()
                        .filter(name -> formulas().stream().noneMatch(formula -> formula.contains(name + "("))))
                .as("functions that the other spreadsheet lacks; WorksheetTest has them")
                .containsExactly("QUARTILE");
    }

    @Test
    void everyFormulaComesToWhatAnotherSpreadsheetMakesOfIt() throws IOException {
        Worksheet ours = new Worksheet();
        SoftAssertions all = new SoftAssertions();
        try (Workbook book = new HSSFWorkbook()) {
            Sheet theirs = book.createSheet();
            cells().forEach((name, value) -> fill(name, value, theirs, ours));
            Row row = theirs.createRow(50);
            for (String formula : formulas()) {
                Cell cell = row.createCell(0);
                cell.setCellFormula(formula.replace(';', ','));
                book.getCreationHelper().createFormulaEvaluator().evaluateFormulaCell(cell);
                ours.write(Map.of(CellRef.of("Z200"), "=" + formula));
                compare(all, formula, ours.value(CellRef.of("Z200")), cell);
            }
        }
        all.assertAll();
    }

    private static void fill(String name, Object value, Sheet theirs, Worksheet ours) {
        CellRef ref = CellRef.of(name);
        Row row = theirs.getRow(ref.row()) == null ? theirs.createRow(ref.row()) : theirs.getRow(ref.row());
        Cell cell = row.createCell(ref.column());
        switch (value) {
            case Double number -> cell.setCellValue(number);
            case Boolean truth -> cell.setCellValue(truth);
            default -> cell.setCellValue(value.toString());
        }
        String typed = value instanceof String text ? "'" + text : value.toString();
        ours.write(Map.of(ref, typed));
    }

    private static void compare(SoftAssertions all, String formula, CellValue ours, Cell theirs) {
        switch (theirs.getCachedFormulaResultType()) {
            case NUMERIC -> {
                double expected = theirs.getNumericCellValue();
                boolean close = ours instanceof CellValue.Number number
                        && Math.abs(number.value() - expected) <= CLOSE * Math.max(1, Math.abs(expected));
                all.assertThat(close)
                        .as("%s = %s, not %s", formula, expected, ours)
                        .isTrue();
            }
            case STRING -> all.assertThat(ours).as(formula).isEqualTo(CellValue.of(theirs.getStringCellValue()));
            case BOOLEAN -> all.assertThat(ours).as(formula).isEqualTo(CellValue.of(theirs.getBooleanCellValue()));
            case ERROR ->
                all.assertThat(
                                ours instanceof CellValue.Failure failure
                                        ? failure.error().word()
                                        : ours.toString())
                        .as(formula)
                        .isEqualTo(
                                FormulaError.forInt(theirs.getErrorCellValue()).getString());
            default -> all.fail("%s: the other spreadsheet makes nothing of it", formula);
        }
    }

    @Test
    void everyLineOfTheTableIsAFormula() {
        List<String> unread = new ArrayList<>();
        for (String formula : formulas()) {
            try {
                Formula.read(formula);
            } catch (FormulaException e) {
                if (e.error() == CellError.FORMULA) {
                    unread.add(formula);
                }
            }
        }
        assertThat(unread).isEmpty();
    }
}
