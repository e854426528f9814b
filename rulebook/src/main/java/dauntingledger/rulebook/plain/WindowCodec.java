package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.sitting.Window;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The hours of a sitting as plain values, in milliseconds since 1970-01-01T00:00Z. */
public final class WindowCodec {

    private WindowCodec() {}

    public static Map<String, Object> toPlain(Window window) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("doors", window.doors().toEpochMilli());
        plain.put("opens", window.opens().toEpochMilli());
        plain.put("closes", window.closes().toEpochMilli());
        window.ends().ifPresent(ends -> plain.put("ends", ends.toEpochMilli()));
        return plain;
    }

    /** @throws MalformedDataException if a member is missing or wrong, or they are not in order */
    public static Window fromPlain(@Nullable Object plain) {
        return fromMembers(Members.of(plain));
    }

    static Window fromMembers(Members from) {
        try {
            return new Window(
                    instant(from, "doors"),
                    instant(from, "opens"),
                    instant(from, "closes"),
                    from.has("ends") ? Optional.of(instant(from, "ends")) : Optional.empty());
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
