package dauntingledger.rulebook.plain;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/** Names of enum constants as plain values write them: {@code WITHOUT_FULL_ANSWER} is {@code without-full-answer}. */
public final class PlainNames {

    private static final Map<Enum<?>, String> NAMES = new ConcurrentHashMap<>();

    private PlainNames() {}

    /** Returns the name of a constant as entries, packages and addresses write it. */
    public static String name(Enum<?> constant) {
        return NAMES.computeIfAbsent(
                constant, key -> key.name().toLowerCase(Locale.ROOT).replace('_', '-'));
    }

    static <E extends Enum<E>> E read(Members from, String member, E[] constants) {
        return read(member, from.text(member), constants);
    }

    static <E extends Enum<E>> List<E> readAll(Members from, String member, E[] constants) {
        return from.texts(member).stream()
                .map(text -> read(member, text, constants))
                .toList();
    }

    private static <E extends Enum<E>> E read(String member, String text, E[] constants) {
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
