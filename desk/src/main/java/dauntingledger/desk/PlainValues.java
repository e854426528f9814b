package dauntingledger.desk;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.teavm.jso.JSBody;
import org.teavm.jso.JSObject;
import org.teavm.jso.core.JSArrayReader;
import org.teavm.jso.core.JSBoolean;
import org.teavm.jso.core.JSNumber;
import org.teavm.jso.core.JSObjects;
import org.teavm.jso.core.JSString;

/** Turns what {@code JSON.parse} makes into plain Java values: maps, lists, strings, longs, booleans. */
final class PlainValues {

    private PlainValues() {}

    /** Returns the plain value of {@code value}; a number is cut to a whole one, and null and undefined are left out. */
    static @Nullable Object of(JSObject value) {
        return switch (kind(value)) {
            case "string" -> ((JSString) value).stringValue();
            case "number" -> (long) ((JSNumber) value).doubleValue();
            case "boolean" -> ((JSBoolean) value).booleanValue();
            case "array" -> list(value.cast());
            case "object" -> map(value);
            default -> null;
        };
    }

    static List<Object> list(JSArrayReader<JSObject> array) {
        List<Object> list = new ArrayList<>(array.getLength());
        for (int i = 0; i < array.getLength(); i++) {
            Object element = of(array.get(i));
            if (element != null) {
                list.add(element);
            }
        }
        return list;
    }

    private static Map<String, Object> map(JSObject object) {
        Map<String, Object> map = new LinkedHashMap<>();
        for (String name : JSObjects.getOwnPropertyNames(object)) {
            Object member = of(member(object, name));
            if (member != null) {
                map.put(name, member);
            }
        }
        return map;
    }

    @JSBody(params = "value", script = "return value == null ? 'none' : Array.isArray(value) ? 'array' : typeof value;")
    private static native String kind(JSObject value);

    @JSBody(
            params = {"object", "name"},
            script = "return object[name];")
    private static native JSObject member(JSObject object, String name);
}
