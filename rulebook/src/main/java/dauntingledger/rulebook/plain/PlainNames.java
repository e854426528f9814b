package dauntingledger.rulebook.plain;

import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/** Names of enum constants as plain values write them: {@code WITHOUT_FULL_ANSWER} is {@code without-full-answer}. */
final class PlainNames {

    private static final Map<Enum<?>, String> NAMES = new ConcurrentHashMap<>();

    private PlainNames() {}

    static String name(Enum<?> constant) {
        return NAMES.computeIfAbsent(
                constant, key -> key.name().toLowerCase(Locale.ROOT).replace('_', '-'));
    }

    static <E extends Enum<E>> E read(Members from, String member, E[] constants) {
        String text = from.text(member);
        for (E constant : constants) {
            if (name(constant).equals(text)) {
                return constant;
            }
        }
        StringBuilder allowed = new StringBuilder("one of");
        for (E constant : constants) {
            allowed.append(' ').append(name(constant));
        }
        throw new MalformedDataException(member + ": expected " + allowed + ", but found '" + text + "'");
    }
}
