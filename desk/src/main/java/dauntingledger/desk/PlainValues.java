package dauntingledger.desk;

import dauntingledger.rulebook.plain.PlainObject;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.teavm.jso.JSBody;
import org.teavm.jso.JSObject;
import org.teavm.jso.core.JSArrayReader;
import org.teavm.jso.core.JSBoolean;
import org.teavm.jso.core.JSNumber;
import org.teavm.jso.core.JSString;

/** Turns what {@code JSON.parse} makes into plain Java values: objects, lists, strings, longs, booleans. */
final class PlainValues {

    private static final int TEXT = 1;
    private static final int NUMBER = 2;
    private static final int TRUTH = 3;
    private static final int ARRAY = 4;
    private static final int OBJECT = 5;

    private PlainValues() {}

    /** Returns the plain value of {@code value}; a number is cut to a whole one, and null and undefined are left out. */
    static @Nullable Object of(JSObject value) {
        return switch (kind(value)) {
            case TEXT -> ((JSString) value).stringValue();
            case NUMBER -> (long) ((JSNumber) value).doubleValue();
            case TRUTH -> ((JSBoolean) value).booleanValue();
            case ARRAY -> list(value.cast());
            case OBJECT -> (PlainObject) name -> of(member(value, name));
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

    @JSBody(
            params = "value",
            script =
                    "switch (typeof value) { case 'string': return 1; case 'number': return 2; case 'boolean': return 3;"
                            + " default: return value == null ? 0 : Array.isArray(value) ? 4 : 5; }")
    private static native int kind(JSObject value);

    @JSBody(
            params = {"object", "name"},
            script = "return object[name];")
    private static native JSObject member(JSObject object, String name);
}
