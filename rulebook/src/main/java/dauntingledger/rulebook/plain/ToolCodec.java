package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.calculator.Angle;
import dauntingledger.rulebook.marks.Brush;
import dauntingledger.rulebook.paper.ExhibitId;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.sheet.CellFormat;
import dauntingledger.rulebook.sheet.CellRef;
import dauntingledger.rulebook.sketch.Shape;
import dauntingledger.rulebook.tools.Anchor;
import dauntingledger.rulebook.tools.CellEdit;
import dauntingledger.rulebook.tools.ExhibitView;
import dauntingledger.rulebook.tools.Note;
import dauntingledger.rulebook.tools.Panel;
import dauntingledger.rulebook.tools.PanelPlace;
import dauntingledger.rulebook.tools.TextId;
import dauntingledger.rulebook.tools.ToolUse;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.BiConsumer;
import java.util.function.Function;

/** The uses of tools as entries write them. */
final class ToolCodec {

    static final Map<String, Function<Members, ToolUse>> READERS = readers();

    private ToolCodec() {}

    static String kind(ToolUse use) {
        return switch (use) {
            case ToolUse.SumDone u -> "sum-done";
            case ToolUse.MemoryUsed u -> "memory-used";
            case ToolUse.TapeCleared u -> "tape-cleared";
            case ToolUse.CellsWritten u -> "cells-written";
            case ToolUse.ColumnSized u -> "column-sized";
            case ToolUse.SketchChanged u -> "sketch-changed";
            case ToolUse.Undone u -> "undone";
            case ToolUse.Redone u -> "redone";
            case ToolUse.TextMarked u -> "text-marked";
            case ToolUse.NoteWritten u -> "note-written";
            case ToolUse.NoteRemoved u -> "note-removed";
            case ToolUse.ExhibitTurned u -> "exhibit-turned";
            case ToolUse.PanelPlaced u -> "panel-placed";
        };
    }

    static void members(ToolUse use, Map<String, Object> plain) {
        switch (use) {
            case ToolUse.SumDone done -> {
                plain.put("sum", done.sum());
                plain.put("angle", PlainNames.name(done.angle()));
            }
            case ToolUse.MemoryUsed used -> plain.put("memory", PlainNames.name(used.key()));
            case ToolUse.TapeCleared none -> {}
            case ToolUse.CellsWritten written -> plain.put("cells", cells(new TreeMap<>(written.cells())));
            case ToolUse.ColumnSized sized -> {
                plain.put("column", sized.column());
                plain.put("width", sized.width());
            }
            case ToolUse.SketchChanged changed -> {
                plain.put(
                        "drawn", changed.drawn().stream().map(ToolCodec::shape).toList());
                plain.put("erased", changed.erased().stream().sorted().toList());
            }
            case ToolUse.Undone undone -> plain.put("tool", PlainNames.name(undone.tool()));
            case ToolUse.Redone redone -> plain.put("tool", PlainNames.name(redone.tool()));
            case ToolUse.TextMarked marked -> {
                anchor(marked.anchor(), plain);
                plain.put("brush", PlainNames.name(marked.brush()));
            }
            case ToolUse.NoteWritten written -> plain.putAll(note(written.note()));
            case ToolUse.NoteRemoved removed -> plain.put("number", removed.number());
            case ToolUse.ExhibitTurned turned -> {
                plain.put("exhibit", turned.exhibit().value());
                plain.putAll(view(turned.view()));
            }
            case ToolUse.PanelPlaced placed -> {
                plain.put("panel", PlainNames.name(placed.panel()));
                plain.putAll(place(placed.place()));
            }
        }
    }

    private static Map<String, Function<Members, ToolUse>> readers() {
        Map<String, Function<Members, ToolUse>> readers = new HashMap<>();
        readers.put(
                "sum-done",
                from -> new ToolUse.SumDone(from.text("sum"), PlainNames.read(from, "angle", Angle.values())));
        readers.put(
                "memory-used",
                from -> new ToolUse.MemoryUsed(PlainNames.read(from, "memory", ToolUse.Memory.values())));
        readers.put("tape-cleared", from -> new ToolUse.TapeCleared());
        readers.put("cells-written", from -> new ToolUse.CellsWritten(cells(from)));
        readers.put("column-sized", from -> new ToolUse.ColumnSized(from.count("column"), from.count("width")));
        readers.put(
                "sketch-changed",
                from -> new ToolUse.SketchChanged(
                        from.list("drawn", ToolCodec::shape), Set.copyOf(from.counts("erased"))));
        readers.put("undone", from -> new ToolUse.Undone(undoable(from)));
        readers.put("redone", from -> new ToolUse.Redone(undoable(from)));
        readers.put(
                "text-marked",
                from -> new ToolUse.TextMarked(anchor(from), PlainNames.read(from, "brush", Brush.values())));
        readers.put("note-written", from -> new ToolUse.NoteWritten(note(from)));
        readers.put("note-removed", from -> new ToolUse.NoteRemoved(from.count("number")));
        readers.put(
                "exhibit-turned",
                from -> new ToolUse.ExhibitTurned(
                        from.read("exhibit", ExhibitId::new), new ExhibitView(from.count("page"), from.count("zoom"))));
        readers.put(
                "panel-placed",
                from -> new ToolUse.PanelPlaced(PlainNames.read(from, "panel", Panel.values()), place(from)));
        return readers;
    }

    private static ToolUse.Undoable undoable(Members from) {
        return PlainNames.read(from, "tool", ToolUse.Undoable.values());
    }

    static List<Map<String, Object>> cells(Map<CellRef, CellEdit> cells) {
        return cells.entrySet().stream()
                .map(entry -> {
                    Map<String, Object> plain = new LinkedHashMap<>();
                    plain.put("cell", entry.getKey().name());
                    plain.put("typed", entry.getValue().typed());
                    plain.put("format", PlainNames.name(entry.getValue().format()));
                    return plain;
                })
                .toList();
    }

    private static Map<CellRef, CellEdit> cells(Members from) {
        Map<CellRef, CellEdit> cells = new HashMap<>();
        from.each("cells", cell -> cell(cell, cells::put));
        return cells;
    }

    static void cell(Members from, BiConsumer<CellRef, CellEdit> to) {
        to.accept(
                from.read("cell", CellRef::of),
                new CellEdit(from.text("typed"), PlainNames.read(from, "format", CellFormat.values())));
    }

    static Map<String, Object> shape(Shape shape) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("number", shape.number());
        plain.put("page", shape.page());
        plain.put("shape", PlainNames.name(shape.kind()));
        plain.put("ink", PlainNames.name(shape.ink()));
        plain.put("width", shape.width());
        plain.put("points", shape.points());
        plain.put("text", shape.text());
        return plain;
    }

    static Shape shape(Members from) {
        return new Shape(
                from.count("number"),
                from.count("page"),
                PlainNames.read(from, "shape", Shape.Kind.values()),
                PlainNames.read(from, "ink", Shape.Ink.values()),
                from.count("width"),
                from.counts("points"),
                from.text("text"));
    }

    static Map<String, Object> note(Note note) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("number", note.number());
        plain.put("item", note.item().value());
        plain.put("words", note.words());
        note.anchor().ifPresent(anchor -> anchor(anchor, plain));
        return plain;
    }

    private static Note note(Members from) {
        return new Note(
                from.count("number"),
                from.read("item", ItemId::new),
                from.text("words"),
                from.has("text") ? Optional.of(anchor(from)) : Optional.empty());
    }

    private static void anchor(Anchor anchor, Map<String, Object> plain) {
        plain.put("text", anchor.text().value());
        plain.put("start", anchor.startInclusive());
        plain.put("end", anchor.endExclusive());
    }

    private static Anchor anchor(Members from) {
        return new Anchor(from.read("text", TextId::new), from.count("start"), from.count("end"));
    }

    static Map<String, Object> view(ExhibitView view) {
        return Map.of("page", view.page(), "zoom", view.zoom());
    }

    static Map<String, Object> place(PanelPlace place) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("state", PlainNames.name(place.state()));
        plain.put("byHand", place.byHand());
        plain.put("left", place.left());
        plain.put("top", place.top());
        plain.put("width", place.width());
        plain.put("height", place.height());
        plain.put("showing", place.showing());
        return plain;
    }

    private static PanelPlace place(Members from) {
        return new PanelPlace(
                PlainNames.read(from, "state", PanelPlace.State.values()),
                from.truth("byHand"),
                from.count("left"),
                from.count("top"),
                from.count("width"),
                from.count("height"),
                from.text("showing"));
    }
}
