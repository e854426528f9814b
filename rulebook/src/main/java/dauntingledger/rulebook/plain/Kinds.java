package dauntingledger.rulebook.plain;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Stream;

/**
 * The schema of a value that is of one of several kinds: one member names the kind, the others are those of its own
 * schema.
 */
final class Kinds<T> implements Schema<T> {

    private interface Writer<T> {
        String name(T value);

        void write(T value, Map<String, Object> plain);
    }

    private record Kind<T>(Function<Members, T> reader, List<String> members) {}

    private final String member;
    private final String what;
    private final Map<Class<?>, Writer<T>> writers = new HashMap<>();
    private final Map<String, Kind<T>> kinds = new LinkedHashMap<>();

    /**
     * @param member the member that names the kind
     * @param what a kind of what, for complaints
     */
    Kinds(String member, String what) {
        this.member = member;
        this.what = what;
    }

    /** Adds the kind that is called {@code name}, which is the class {@code type}. */
    <K extends T> Kinds<T> kind(String name, Class<K> type, Schema<K> schema) {
        kinds.put(name, new Kind<>(schema::read, schema.members().toList()));
        writers.put(type, new Writer<>() {
            @Override
            public String name(T value) {
                return name;
            }

            @Override
            public void write(T value, Map<String, Object> plain) {
                schema.write(type.cast(value), plain);
            }
        });
        return this;
    }

    /** Adds all kinds of {@code inner}, values of which stand in a {@code type} each. */
    <K extends T, U> Kinds<T> kinds(Class<K> type, Kinds<U> inner, Function<K, U> unwrap, Function<U, K> wrap) {
        inner.kinds.forEach((name, kind) ->
                kinds.put(name, new Kind<>(from -> wrap.apply(kind.reader().apply(from)), kind.members())));
        writers.put(type, new Writer<>() {
            @Override
            public String name(T value) {
                return inner.name(unwrap.apply(type.cast(value)));
            }

            @Override
            public void write(T value, Map<String, Object> plain) {
                U within = unwrap.apply(type.cast(value));
                inner.writer(within).write(within, plain);
            }
        });
        return this;
    }

    /** Returns what the kind of {@code value} is called. */
    String name(T value) {
        return writer(value).name(value);
    }

    /** Returns the members of every kind, by its name. */
    Map<String, List<String>> membersByKind() {
        Map<String, List<String>> members = new LinkedHashMap<>();
        kinds.forEach((name, kind) -> members.put(name, kind.members()));
        return members;
    }

    /** Returns whether values of {@code type} can be written. */
    boolean has(Class<?> type) {
        return writers.containsKey(type);
    }

    @Override
    public void write(T value, Map<String, Object> plain) {
        plain.put(member, name(value));
        writer(value).write(value, plain);
    }

    @Override
    public T read(Members from) {
        String name = from.text(member);
        Kind<T> kind = kinds.get(name);
        if (kind == null) {
            throw new MalformedDataException(member + ": there is no kind of " + what + " '" + name + "'");
        }
        return MalformedDataException.naming(name, () -> kind.reader().apply(from));
    }

    @Override
    public Stream<String> members() {
        return Stream.of(member);
    }

    private Writer<T> writer(T value) {
        Writer<T> writer = writers.get(value.getClass());
        if (writer == null) {
            throw new IllegalStateException("there is a kind of " + what + " that has no schema");
        }
        return writer;
    }
}
