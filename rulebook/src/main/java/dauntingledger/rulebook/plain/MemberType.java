package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.number.Rational;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;

/**
 * How the value of one member is written and read.
 *
 * @param reader reads the member of this name
 */
record MemberType<V>(Function<V, Object> writer, BiFunction<Members, String, V> reader) {

    static final MemberType<String> TEXT = new MemberType<>(text -> text, Members::text);
    static final MemberType<List<String>> TEXTS = new MemberType<>(texts -> texts, Members::texts);
    static final MemberType<Long> WHOLE = new MemberType<>(number -> number, Members::whole);
    static final MemberType<Integer> COUNT = new MemberType<>(number -> number, Members::count);
    static final MemberType<List<Integer>> COUNTS = new MemberType<>(numbers -> numbers, Members::counts);
    static final MemberType<Boolean> TRUTH = new MemberType<>(truth -> truth, Members::truth);
    static final MemberType<Duration> MILLIS = new MemberType<>(Duration::toMillis, Members::millis);
    static final MemberType<List<Duration>> SPANS =
            new MemberType<>(spans -> spans.stream().map(Duration::toMillis).toList(), Members::spans);
    static final MemberType<Instant> INSTANT =
            new MemberType<>(Instant::toEpochMilli, (from, name) -> Instant.ofEpochMilli(from.whole(name)));
    static final MemberType<Rational> RATIONAL = text(Rational::toString, Rational::parse);

    /** A text that something reads, which may refuse it. */
    static <V> MemberType<V> text(Function<V, String> writer, Function<String, V> reader) {
        return new MemberType<>(writer::apply, (from, name) -> from.read(name, reader));
    }

    /** Texts that something reads, which may refuse them. */
    static <V> MemberType<List<V>> texts(Function<V, String> writer, Function<String, V> reader) {
        return new MemberType<>(
                values -> values.stream().map(writer).toList(),
                (from, name) -> from.texts(name).stream().map(reader).toList());
    }

    /** A set of texts, written in their order. */
    static <V> MemberType<Set<V>> textSet(Function<V, String> writer, Function<String, V> reader) {
        return new MemberType<>(
                values -> values.stream().map(writer).sorted().toList(),
                (from, name) -> new LinkedHashSet<>(
                        from.texts(name).stream().map(reader).toList()));
    }

    /** The name of a constant. */
    static <E extends Enum<E>> MemberType<E> name(E[] constants) {
        return new MemberType<>(PlainNames::name, (from, name) -> PlainNames.read(from, name, constants));
    }

    /** The names of constants. */
    static <E extends Enum<E>> MemberType<List<E>> names(E[] constants) {
        return new MemberType<>(
                values -> values.stream().map(PlainNames::name).toList(),
                (from, name) -> PlainNames.readAll(from, name, constants));
    }

    /** The names of a set of constants, written in the order of the alphabet. */
    static <E extends Enum<E>> MemberType<Set<E>> nameSet(E[] constants) {
        return new MemberType<>(
                values -> values.stream().map(PlainNames::name).sorted().toList(),
                (from, name) -> Set.copyOf(PlainNames.readAll(from, name, constants)));
    }

    /** An object of its own. */
    static <V> MemberType<V> object(Schema<V> schema) {
        return new MemberType<>(schema::toPlain, (from, name) -> from.object(name, schema));
    }

    /** A list of objects. */
    static <V> MemberType<List<V>> objects(Schema<V> schema) {
        return new MemberType<>(
                values -> values.stream().map(schema::toPlain).toList(), (from, name) -> from.list(name, schema::read));
    }

    /** A map as a list of objects, one for each key; in the order of the map. */
    static <K, V> MemberType<Map<K, V>> map(Schema<K> key, Schema<V> value) {
        Schema<Map.Entry<K, V>> entry =
                Schema.of(Map::entry, Field.of(key, Map.Entry::getKey), Field.of(value, Map.Entry::getValue));
        return new MemberType<>(
                map -> map.entrySet().stream().map(entry::toPlain).toList(), (from, name) -> {
                    Map<K, V> map = new LinkedHashMap<>();
                    from.list(name, entry::read).forEach(one -> map.put(one.getKey(), one.getValue()));
                    return map;
                });
    }

    Object toPlain(V value) {
        return writer.apply(value);
    }

    V read(Members from, String name) {
        return reader.apply(from, name);
    }
}
