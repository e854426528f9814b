package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.sitting.Window;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** The hours of a sitting as plain values, in milliseconds since 1970-01-01T00:00Z. */
public final class WindowCodec {

    static final Schema<Window> SCHEMA = Schema.of(
            Window::new,
            Field.of("doors", MemberType.INSTANT, Window::doors),
            Field.of("opens", MemberType.INSTANT, Window::opens),
            Field.of("closes", MemberType.INSTANT, Window::closes),
            Field.optional("ends", MemberType.INSTANT, Window::ends));

    private WindowCodec() {}

    public static Map<String, Object> toPlain(Window window) {
        return SCHEMA.toPlain(window);
    }

    /** @throws MalformedDataException if a member is missing or wrong, or they are not in order */
    public static Window fromPlain(@Nullable Object plain) {
        return MalformedDataException.naming("window", () -> SCHEMA.fromPlain(plain));
    }
}
