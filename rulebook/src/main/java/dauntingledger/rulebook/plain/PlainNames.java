package dauntingledger.rulebook.plain;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
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

    /** Returns the constant that is called {@code text}, or empty if there is none among {@code constants}. */
    public static <E extends Enum<E>> Optional<E> find(String text, E[] constants) {
        for (E constant : constants) {
            if (name(constant).equals(text)) {
                return Optional.of(constant);
            }
        }
        return Optional.empty();
    }

    private static <E extends Enum<E>> E read(String member, String text, E[] constants) {
        return find(text, constants).orElseThrow(() -> unknown(member, text, constants));
    }

    private static MalformedDataException unknown(String member, String text, Enum<?>[] constants) {
        StringBuilder allowed = new StringBuilder("one of");
        for (Enum<?> constant : constants) {
            allowed.append(' ').append(name(constant));
        }
        return new MalformedDataException(member + ": expected " + allowed + ", but found '" + text + "'");
    }
}
