package dauntingledger.desk;

import dauntingledger.rulebook.calculator.Digits;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.plain.ToolboxCodec;
import dauntingledger.rulebook.sketch.Box;
import dauntingledger.rulebook.sketch.Geometry;
import dauntingledger.rulebook.sketch.Shape;
import dauntingledger.rulebook.tools.Panel;
import dauntingledger.rulebook.tools.Placement;
import dauntingledger.rulebook.tools.Placement.Rect;
import dauntingledger.rulebook.worksheet.SheetFunctions;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.teavm.jso.JSExport;
import org.teavm.jso.JSObject;
import org.teavm.jso.core.JSArrayReader;

/**
 * What the tools beside a question work out, in a module of its own that is fetched when the first of them is opened.
 * Arguments are what {@code JSON.parse} makes of what the room's desk says of the tools; results are JSON texts.
 */
public final class Tools {

    private Tools() {}

    /** Keeps the compiler's entry point; everything is reached through the exported methods. */
    public static void main(String[] args) {}

    /** Works the calculator's tape out: its lines with results or faults, the last answer and the memory. */
    @JSExport
    public static String tape(JSArrayReader<JSObject> uses) {
        return CanonicalJson.write(ToolboxCodec.worked(PlainValues.list(uses)));
    }

    /** Returns a sum or a number as the calculator shows it, its digits in groups. */
    @JSExport
    public static String grouped(String typed) {
        return Digits.grouped(typed);
    }

    /** Opens a worksheet with these cells. */
    @JSExport
    public static SheetDesk sheet(JSArrayReader<JSObject> cells) {
        return new SheetDesk(PlainValues.list(cells));
    }

    /** Returns the names of all functions of the worksheet. */
    @JSExport
    public static String functions() {
        return CanonicalJson.write(List.copyOf(SheetFunctions.names()));
    }

    /** Returns the number of the uppermost shape under a pointer, or 0 if there is none. */
    @JSExport
    public static int hit(JSArrayReader<JSObject> shapes, int x, int y, int reach) {
        return Geometry.hit(shapes(shapes), x, y, reach).map(Shape::number).orElse(0);
    }

    /** Returns the frame of a shape: left, top, right, bottom. */
    @JSExport
    public static String frame(JSObject shape) {
        Box box = Geometry.frame(ToolboxCodec.shape(PlainValues.of(shape)));
        return CanonicalJson.write(List.of(box.left(), box.top(), box.right(), box.bottom()));
    }

    @JSExport
    public static String moved(JSObject shape, int right, int down) {
        return CanonicalJson.write(
                ToolboxCodec.shape(ToolboxCodec.shape(PlainValues.of(shape)).moved(right, down)));
    }

    @JSExport
    public static String fitted(JSObject shape, int left, int top, int right, int bottom) {
        return CanonicalJson.write(ToolboxCodec.shape(
                ToolboxCodec.shape(PlainValues.of(shape)).fittedTo(Box.between(left, top, right, bottom))));
    }

    /** Returns a stroke without the points that its form does not need. */
    @JSExport
    public static String simplified(JSArrayReader<JSObject> points, int slack) {
        List<Integer> whole = PlainValues.list(points).stream()
                .map(point -> ((Long) point).intValue())
                .toList();
        return CanonicalJson.write(Geometry.simplified(whole, slack));
    }

    /** Returns where panels stand that were not put somewhere by hand; see {@link Placement}. */
    @JSExport
    public static String arranged(JSArrayReader<JSObject> panels, JSArrayReader<JSObject> area, int unit) {
        Map<String, Object> places = new TreeMap<>();
        Placement.arranged(
                        PlainValues.list(panels).stream()
                                .map(name -> panel((String) name))
                                .toList(),
                        rect(area),
                        unit)
                .forEach((panel, place) -> places.put(PlainNames.name(panel), plain(place)));
        return CanonicalJson.write(places);
    }

    /** Returns what the sheet of the question and its panels share; {@code floor} is where the foot of the page begins. */
    @JSExport
    public static String area(JSArrayReader<JSObject> sheet, int floor, int unit) {
        return CanonicalJson.write(plain(Placement.area(rect(sheet), floor, unit)));
    }

    @JSExport
    public static String within(String panel, JSArrayReader<JSObject> place, JSArrayReader<JSObject> window, int unit) {
        return CanonicalJson.write(plain(Placement.within(panel(panel), rect(place), rect(window), unit)));
    }

    @JSExport
    public static int sheetWidth(JSArrayReader<JSObject> panels, JSArrayReader<JSObject> area, int unit) {
        return Placement.sheetWidth(
                PlainValues.list(panels).stream()
                        .map(rect -> rect((List<?>) rect))
                        .toList(),
                rect(area),
                unit);
    }

    private static List<Shape> shapes(JSArrayReader<JSObject> shapes) {
        return PlainValues.list(shapes).stream().map(ToolboxCodec::shape).toList();
    }

    private static Panel panel(String name) {
        return PlainNames.find(name, Panel.values()).orElseThrow();
    }

    private static Rect rect(JSArrayReader<JSObject> numbers) {
        return rect(PlainValues.list(numbers));
    }

    private static Rect rect(List<?> numbers) {
        return new Rect(number(numbers, 0), number(numbers, 1), number(numbers, 2), number(numbers, 3));
    }

    private static int number(List<?> numbers, int i) {
        return ((Long) numbers.get(i)).intValue();
    }

    private static List<Integer> plain(Rect rect) {
        return List.of(rect.left(), rect.top(), rect.width(), rect.height());
    }
}
