package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.calculator.Angle;
import dauntingledger.rulebook.highlight.Brush;
import dauntingledger.rulebook.sketch.Shape;
import dauntingledger.rulebook.tools.Anchor;
import dauntingledger.rulebook.tools.CellEdit;
import dauntingledger.rulebook.tools.ExhibitView;
import dauntingledger.rulebook.tools.Note;
import dauntingledger.rulebook.tools.Panel;
import dauntingledger.rulebook.tools.PanelPlace;
import dauntingledger.rulebook.tools.TextId;
import dauntingledger.rulebook.tools.ToolUse;
import dauntingledger.rulebook.worksheet.CellFormat;
import dauntingledger.rulebook.worksheet.CellRef;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** The uses of tools as entries write them. */
final class ToolCodec {

    private static final MemberType<Set<Integer>> NUMBERS = new MemberType<>(
            numbers -> numbers.stream().sorted().toList(), (from, name) -> Set.copyOf(from.counts(name)));

    private static final Schema<CellRef> CELL = Schema.member("cell", MemberType.text(CellRef::name, CellRef::of));

    private static final Schema<CellEdit> EDIT = Schema.of(
            CellEdit::new,
            Field.of("typed", MemberType.TEXT, CellEdit::typed),
            Field.of("format", MemberType.name(CellFormat.values()), CellEdit::format));

    static final MemberType<Map<CellRef, CellEdit>> CELLS = MemberType.map(CELL, EDIT);

    static final Schema<Map.Entry<CellRef, CellEdit>> EDITED =
            Schema.of(Map::entry, Field.of(CELL, Map.Entry::getKey), Field.of(EDIT, Map.Entry::getValue));

    static final Schema<Shape> SHAPE = Schema.of(
            Shape::new,
            Field.of("number", MemberType.COUNT, Shape::number),
            Field.of("page", MemberType.COUNT, Shape::page),
            Field.of("shape", MemberType.name(Shape.Kind.values()), Shape::kind),
            Field.of("ink", MemberType.name(Shape.Ink.values()), Shape::ink),
            Field.of("width", MemberType.COUNT, Shape::width),
            Field.of("points", MemberType.COUNTS, Shape::points),
            Field.of("text", MemberType.TEXT, Shape::text));

    private static final Schema<Anchor> ANCHOR = Schema.of(
            Anchor::new,
            Field.of("text", MemberType.text(TextId::value, TextId::new), Anchor::text),
            Field.of("start", MemberType.COUNT, Anchor::startInclusive),
            Field.of("end", MemberType.COUNT, Anchor::endExclusive));

    static final Schema<Note> NOTE = Schema.of(
            Note::new,
            Field.of("number", MemberType.COUNT, Note::number),
            Field.of("item", Ids.ITEM, Note::item),
            Field.of("words", MemberType.TEXT, Note::words),
            Field.of(Schema.optional(ANCHOR), Note::anchor));

    static final Schema<ExhibitView> VIEW = Schema.of(
            ExhibitView::new,
            Field.of("page", MemberType.COUNT, ExhibitView::page),
            Field.of("zoom", MemberType.COUNT, ExhibitView::zoom));

    static final Schema<PanelPlace> PLACE = Schema.of(
            PanelPlace::new,
            Field.of("state", MemberType.name(PanelPlace.State.values()), PanelPlace::state),
            Field.of("byHand", MemberType.TRUTH, PanelPlace::byHand),
            Field.of("left", MemberType.COUNT, PanelPlace::left),
            Field.of("top", MemberType.COUNT, PanelPlace::top),
            Field.of("width", MemberType.COUNT, PanelPlace::width),
            Field.of("height", MemberType.COUNT, PanelPlace::height),
            Field.of("showing", MemberType.TEXT, PanelPlace::showing));

    private static final MemberType<ToolUse.Undoable> UNDOABLE = MemberType.name(ToolUse.Undoable.values());

    static final Kinds<ToolUse> KINDS = new Kinds<ToolUse>("kind", "use of a tool")
            .kind("sum-done", ToolUse.SumDone.class, sumDone())
            .kind("memory-used", ToolUse.MemoryUsed.class, memoryUsed())
            .kind("tape-cleared", ToolUse.TapeCleared.class, Schema.of(ToolUse.TapeCleared::new))
            .kind("cells-written", ToolUse.CellsWritten.class, cellsWritten())
            .kind("column-sized", ToolUse.ColumnSized.class, columnSized())
            .kind("sketch-changed", ToolUse.SketchChanged.class, sketchChanged())
            .kind(
                    "undone",
                    ToolUse.Undone.class,
                    Schema.of(ToolUse.Undone::new, Field.of("tool", UNDOABLE, ToolUse.Undone::tool)))
            .kind(
                    "redone",
                    ToolUse.Redone.class,
                    Schema.of(ToolUse.Redone::new, Field.of("tool", UNDOABLE, ToolUse.Redone::tool)))
            .kind("text-marked", ToolUse.TextMarked.class, textMarked())
            .kind(
                    "note-written",
                    ToolUse.NoteWritten.class,
                    Schema.of(ToolUse.NoteWritten::new, Field.of(NOTE, ToolUse.NoteWritten::note)))
            .kind(
                    "note-removed",
                    ToolUse.NoteRemoved.class,
                    Schema.of(
                            ToolUse.NoteRemoved::new,
                            Field.of("number", MemberType.COUNT, ToolUse.NoteRemoved::number)))
            .kind("exhibit-turned", ToolUse.ExhibitTurned.class, exhibitTurned())
            .kind("panel-placed", ToolUse.PanelPlaced.class, panelPlaced());

    private ToolCodec() {}

    private static Schema<ToolUse.SumDone> sumDone() {
        return Schema.of(
                ToolUse.SumDone::new,
                Field.of("sum", MemberType.TEXT, ToolUse.SumDone::sum),
                Field.of("angle", MemberType.name(Angle.values()), ToolUse.SumDone::angle));
    }

    private static Schema<ToolUse.MemoryUsed> memoryUsed() {
        return Schema.of(
                ToolUse.MemoryUsed::new,
                Field.of("memory", MemberType.name(ToolUse.Memory.values()), ToolUse.MemoryUsed::key));
    }

    private static Schema<ToolUse.CellsWritten> cellsWritten() {
        return Schema.of(
                ToolUse.CellsWritten::new, Field.of("cells", CELLS, written -> new TreeMap<>(written.cells())));
    }

    private static Schema<ToolUse.ColumnSized> columnSized() {
        return Schema.of(
                ToolUse.ColumnSized::new,
                Field.of("column", MemberType.COUNT, ToolUse.ColumnSized::column),
                Field.of("width", MemberType.COUNT, ToolUse.ColumnSized::width));
    }

    private static Schema<ToolUse.SketchChanged> sketchChanged() {
        return Schema.of(
                ToolUse.SketchChanged::new,
                Field.of("drawn", MemberType.objects(SHAPE), ToolUse.SketchChanged::drawn),
                Field.of("erased", NUMBERS, ToolUse.SketchChanged::erased));
    }

    private static Schema<ToolUse.TextMarked> textMarked() {
        return Schema.of(
                ToolUse.TextMarked::new,
                Field.of(ANCHOR, ToolUse.TextMarked::anchor),
                Field.of("brush", MemberType.name(Brush.values()), ToolUse.TextMarked::brush));
    }

    private static Schema<ToolUse.ExhibitTurned> exhibitTurned() {
        return Schema.of(
                ToolUse.ExhibitTurned::new,
                Field.of("exhibit", Ids.EXHIBIT, ToolUse.ExhibitTurned::exhibit),
                Field.of(VIEW, ToolUse.ExhibitTurned::view));
    }

    private static Schema<ToolUse.PanelPlaced> panelPlaced() {
        return Schema.of(
                ToolUse.PanelPlaced::new,
                Field.of("panel", MemberType.name(Panel.values()), ToolUse.PanelPlaced::panel),
                Field.of(PLACE, ToolUse.PanelPlaced::place));
    }
}
