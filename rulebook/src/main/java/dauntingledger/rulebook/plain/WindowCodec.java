package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.sitting.Window;
import java.time.Instant;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** The hours of a sitting as plain values, in milliseconds since 1970-01-01T00:00Z. */
public final class WindowCodec {

    private WindowCodec() {}

    public static Map<String, Object> toPlain(Window window) {
        return Map.of(
                "doors", window.doors().toEpochMilli(),
                "opens", window.opens().toEpochMilli(),
                "closes", window.closes().toEpochMilli());
    }

    /** @throws MalformedDataException if a member is missing or wrong, or the three are not in order */
    public static Window fromPlain(@Nullable Object plain) {
        Members from = Members.of(plain);
        try {
            return new Window(instant(from, "doors"), instant(from, "opens"), instant(from, "closes"));
        } catch (MalformedDataException e) {
            throw e;
        } catch (IllegalArgumentException e) {
            throw new MalformedDataException("window: " + e.getMessage(), e);
        }
    }

    private static Instant instant(Members from, String name) {
        return Instant.ofEpochMilli(from.whole(name));
    }
}
