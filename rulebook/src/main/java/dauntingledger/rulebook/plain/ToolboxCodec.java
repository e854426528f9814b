package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.calculator.CalculatorOutcome;
import dauntingledger.rulebook.calculator.Digits;
import dauntingledger.rulebook.highlight.HighlightedText;
import dauntingledger.rulebook.highlight.Run;
import dauntingledger.rulebook.sketch.Shape;
import dauntingledger.rulebook.tools.CellEdit;
import dauntingledger.rulebook.tools.Tape;
import dauntingledger.rulebook.tools.ToolUse;
import dauntingledger.rulebook.tools.Toolbox;
import dauntingledger.rulebook.worksheet.CellFormat;
import dauntingledger.rulebook.worksheet.CellRef;
import dauntingledger.rulebook.worksheet.CellValue;
import dauntingledger.rulebook.worksheet.Worksheet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.BiConsumer;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** What lies in a candidate's tools as plain values. */
public final class ToolboxCodec {

    private ToolboxCodec() {}

    public static Map<String, Object> toPlain(Toolbox tools) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("tape", tape(tools));
        plain.put("worksheet", worksheet(tools));
        plain.put("sketch", sketch(tools));
        plain.put("marks", marks(tools));
        plain.put("notes", notes(tools));
        plain.put("exhibits", exhibits(tools));
        plain.put("panels", panels(tools));
        return plain;
    }

    public static Map<String, Object> exhibits(Toolbox tools) {
        Map<String, Object> exhibits = new TreeMap<>();
        tools.exhibits().forEach((exhibit, view) -> exhibits.put(exhibit.value(), ToolCodec.VIEW.toPlain(view)));
        return exhibits;
    }

    public static Map<String, Object> panels(Toolbox tools) {
        Map<String, Object> panels = new TreeMap<>();
        tools.panels().forEach((panel, place) -> panels.put(PlainNames.name(panel), ToolCodec.PLACE.toPlain(place)));
        return panels;
    }

    /** Returns the uses that the tape is made of, as entries write them. */
    public static List<Map<String, Object>> tape(Toolbox tools) {
        return tools.tape().stream().map(ToolCodec.KINDS::toPlain).toList();
    }

    public static Map<String, Object> worksheet(Toolbox tools) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("cells", ToolCodec.CELLS.toPlain(tools.cells()));
        Map<String, Object> widths = new TreeMap<>();
        tools.widths().forEach((column, width) -> widths.put(String.valueOf(column), width));
        plain.put("widths", widths);
        strokes(tools, ToolUse.Undoable.WORKSHEET, plain);
        return plain;
    }

    public static Map<String, Object> sketch(Toolbox tools) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put(
                "shapes", tools.shapes().stream().map(ToolCodec.SHAPE::toPlain).toList());
        strokes(tools, ToolUse.Undoable.SKETCH, plain);
        return plain;
    }

    private static void strokes(Toolbox tools, ToolUse.Undoable tool, Map<String, Object> plain) {
        plain.put("canUndo", tools.canUndo(tool));
        plain.put("canRedo", tools.canRedo(tool));
    }

    public static Map<String, Object> marks(Toolbox tools) {
        Map<String, Object> plain = new TreeMap<>();
        tools.marks().forEach((text, marked) -> plain.put(text.value(), runs(marked)));
        return plain;
    }

    private static List<Map<String, Object>> runs(HighlightedText marked) {
        return marked.runs().stream().map(ToolboxCodec::run).toList();
    }

    private static Map<String, Object> run(Run run) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("start", run.startInclusive());
        plain.put("end", run.endExclusive());
        plain.put("ink", run.look().ink());
        plain.put("underlined", run.look().underlined());
        plain.put("struck", run.look().struck());
        return plain;
    }

    /** Reads a cell as entries write it. */
    public static void cell(@Nullable Object plain, BiConsumer<CellRef, CellEdit> to) {
        Map.Entry<CellRef, CellEdit> edited = ToolCodec.EDITED.fromPlain(plain);
        to.accept(edited.getKey(), edited.getValue());
    }

    /** Returns cells as entries write them, in as many strokes as they need. */
    public static List<Object> strokes(Map<CellRef, CellEdit> cells) {
        return ToolUse.CellsWritten.strokes(cells).stream()
                .map(stroke -> ToolCodec.CELLS.toPlain(new TreeMap<>(stroke.cells())))
                .toList();
    }

    /** Reads a shape as entries write it. */
    public static Shape shape(@Nullable Object plain) {
        return ToolCodec.SHAPE.fromPlain(plain);
    }

    public static Map<String, Object> shape(Shape shape) {
        return ToolCodec.SHAPE.toPlain(shape);
    }

    /** Works the tape out from the uses that it is made of. */
    public static Map<String, Object> worked(List<?> uses) {
        Tape tape = Tape.of(uses.stream().map(ToolboxCodec::onTape).toList());
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("lines", tape.lines().stream().map(ToolboxCodec::line).toList());
        plain.put("answer", Digits.plain(tape.answer()));
        plain.put("memory", Digits.plain(tape.memory()));
        plain.put("memoryHeld", !tape.memory().isZero());
        return plain;
    }

    private static ToolUse.OnTape onTape(Object plain) {
        ToolUse use = ToolCodec.KINDS.fromPlain(plain);
        if (!(use instanceof ToolUse.OnTape line)) {
            throw new MalformedDataException("kind: '" + ToolCodec.KINDS.name(use) + "' is no line of the tape");
        }
        return line;
    }

    private static Map<String, Object> line(Tape.Line line) {
        Map<String, Object> plain = ToolCodec.KINDS.toPlain(line.use());
        switch (line.outcome()) {
            case CalculatorOutcome.Result result -> plain.put("result", Digits.plain(result.value()));
            case CalculatorOutcome.Failed failed -> {
                plain.put("fault", PlainNames.name(failed.fault()));
                plain.put("place", failed.place());
            }
        }
        return plain;
    }

    /** Returns cells as a worksheet shows them, each with what is typed in it. */
    public static List<Map<String, Object>> shown(
            Worksheet sheet, List<CellRef> cells, Function<CellRef, CellFormat> formats) {
        return cells.stream()
                .map(cell -> {
                    CellValue value = sheet.value(cell);
                    Map<String, Object> plain = new LinkedHashMap<>();
                    plain.put("cell", cell.name());
                    plain.put("typed", sheet.typed(cell));
                    plain.put("shown", formats.apply(cell).show(value));
                    plain.put("right", value instanceof CellValue.Number);
                    if (value instanceof CellValue.Failure failure) {
                        plain.put("error", PlainNames.name(failure.error()));
                    }
                    return plain;
                })
                .toList();
    }

    public static List<Map<String, Object>> notes(Toolbox tools) {
        return tools.notes().stream().map(ToolCodec.NOTE::toPlain).toList();
    }
}
