package dauntingledger.rulebook.plain;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * How values of one kind are written as members of a plain object, and read again. It is said once for both directions:
 *
 * <pre>{@code
 * Schema<Movement> MOVEMENT = Schema.of(
 *         Movement::new,
 *         Field.of("direction", MemberType.name(Movement.Direction.values()), Movement::direction),
 *         Field.of("answering", MemberType.TRUTH, Movement::answering),
 *         Field.of("seeing", MemberType.TRUTH, Movement::seeing));
 * }</pre>
 */
interface Schema<T> {

    /** Adds the members that say {@code value}. */
    void write(T value, Map<String, Object> plain);

    /**
     * Reads a value.
     *
     * @throws MalformedDataException if a member is missing or wrong
     */
    T read(Members from);

    /** Returns the names of the members, in the order in which they are written. */
    Stream<String> members();

    default Map<String, Object> toPlain(T value) {
        Map<String, Object> plain = new LinkedHashMap<>();
        write(value, plain);
        return plain;
    }

    default T fromPlain(@Nullable Object plain) {
        return read(Members.of(plain));
    }

    /** Returns the schema of a single member. */
    static <T> Schema<T> member(String name, MemberType<T> type) {
        return new OneMember<>(name, type);
    }

    /** Returns the schema of what may be missing; it is there if its first member is. */
    static <T> Schema<Optional<T>> optional(Schema<T> schema) {
        return new OfOptional<>(schema, schema.members().findFirst().orElseThrow());
    }

    static <T> Schema<T> of(Supplier<T> maker) {
        return new OfFields<>(List.of(), from -> maker.get());
    }

    static <T, A> Schema<T> of(Function<A, T> maker, Field<T, A> a) {
        return new OfFields<>(List.of(a), from -> maker.apply(a.read(from)));
    }

    static <T, A, B> Schema<T> of(BiFunction<A, B, T> maker, Field<T, A> a, Field<T, B> b) {
        return new OfFields<>(List.of(a, b), from -> maker.apply(a.read(from), b.read(from)));
    }

    static <T, A, B, C> Schema<T> of(Of3<A, B, C, T> maker, Field<T, A> a, Field<T, B> b, Field<T, C> c) {
        return new OfFields<>(List.of(a, b, c), from -> maker.make(a.read(from), b.read(from), c.read(from)));
    }

    static <T, A, B, C, D> Schema<T> of(
            Of4<A, B, C, D, T> maker, Field<T, A> a, Field<T, B> b, Field<T, C> c, Field<T, D> d) {
        return new OfFields<>(
                List.of(a, b, c, d), from -> maker.make(a.read(from), b.read(from), c.read(from), d.read(from)));
    }

    static <T, A, B, C, D, E> Schema<T> of(
            Of5<A, B, C, D, E, T> maker, Field<T, A> a, Field<T, B> b, Field<T, C> c, Field<T, D> d, Field<T, E> e) {
        return new OfFields<>(
                List.of(a, b, c, d, e),
                from -> maker.make(a.read(from), b.read(from), c.read(from), d.read(from), e.read(from)));
    }

    static <T, A, B, C, D, E, F> Schema<T> of(
            Of6<A, B, C, D, E, F, T> maker,
            Field<T, A> a,
            Field<T, B> b,
            Field<T, C> c,
            Field<T, D> d,
            Field<T, E> e,
            Field<T, F> f) {
        return new OfFields<>(
                List.of(a, b, c, d, e, f),
                from -> maker.make(a.read(from), b.read(from), c.read(from), d.read(from), e.read(from), f.read(from)));
    }

    static <T, A, B, C, D, E, F, G> Schema<T> of(
            Of7<A, B, C, D, E, F, G, T> maker,
            Field<T, A> a,
            Field<T, B> b,
            Field<T, C> c,
            Field<T, D> d,
            Field<T, E> e,
            Field<T, F> f,
            Field<T, G> g) {
        return new OfFields<>(
                List.of(a, b, c, d, e, f, g),
                from -> maker.make(
                        a.read(from),
                        b.read(from),
                        c.read(from),
                        d.read(from),
                        e.read(from),
                        f.read(from),
                        g.read(from)));
    }

    static <T, A, B, C, D, E, F, G, H> Schema<T> of(
            Of8<A, B, C, D, E, F, G, H, T> maker,
            Field<T, A> a,
            Field<T, B> b,
            Field<T, C> c,
            Field<T, D> d,
            Field<T, E> e,
            Field<T, F> f,
            Field<T, G> g,
            Field<T, H> h) {
        return new OfFields<>(
                List.of(a, b, c, d, e, f, g, h),
                from -> maker.make(
                        a.read(from),
                        b.read(from),
                        c.read(from),
                        d.read(from),
                        e.read(from),
                        f.read(from),
                        g.read(from),
                        h.read(from)));
    }

    static <T, A, B, C, D, E, F, G, H, I> Schema<T> of(
            Of9<A, B, C, D, E, F, G, H, I, T> maker,
            Field<T, A> a,
            Field<T, B> b,
            Field<T, C> c,
            Field<T, D> d,
            Field<T, E> e,
            Field<T, F> f,
            Field<T, G> g,
            Field<T, H> h,
            Field<T, I> i) {
        return new OfFields<>(
                List.of(a, b, c, d, e, f, g, h, i),
                from -> maker.make(
                        a.read(from),
                        b.read(from),
                        c.read(from),
                        d.read(from),
                        e.read(from),
                        f.read(from),
                        g.read(from),
                        h.read(from),
                        i.read(from)));
    }

    /** Makes a value of 3 parts. */
    @FunctionalInterface
    interface Of3<A, B, C, T> {
        T make(A a, B b, C c);
    }

    /** Makes a value of 4 parts. */
    @FunctionalInterface
    interface Of4<A, B, C, D, T> {
        T make(A a, B b, C c, D d);
    }

    /** Makes a value of 5 parts. */
    @FunctionalInterface
    interface Of5<A, B, C, D, E, T> {
        T make(A a, B b, C c, D d, E e);
    }

    /** Makes a value of 6 parts. */
    @FunctionalInterface
    interface Of6<A, B, C, D, E, F, T> {
        T make(A a, B b, C c, D d, E e, F f);
    }

    /** Makes a value of 7 parts. */
    @FunctionalInterface
    interface Of7<A, B, C, D, E, F, G, T> {
        T make(A a, B b, C c, D d, E e, F f, G g);
    }

    /** Makes a value of 8 parts. */
    @FunctionalInterface
    interface Of8<A, B, C, D, E, F, G, H, T> {
        T make(A a, B b, C c, D d, E e, F f, G g, H h);
    }

    /** Makes a value of 9 parts. */
    @FunctionalInterface
    interface Of9<A, B, C, D, E, F, G, H, I, T> {
        T make(A a, B b, C c, D d, E e, F f, G g, H h, I i);
    }

    /** The schema of a value that is made of its fields. */
    record OfFields<T>(List<Field<T, ?>> fields, Function<Members, T> reader) implements Schema<T> {

        @Override
        public void write(T value, Map<String, Object> plain) {
            for (Field<T, ?> field : fields) {
                field.write(value, plain);
            }
        }

        @Override
        public T read(Members from) {
            return reader.apply(from);
        }

        @Override
        public Stream<String> members() {
            return fields.stream().flatMap(field -> field.schema().members());
        }
    }

    /** The schema of a single member. */
    record OneMember<T>(String name, MemberType<T> type) implements Schema<T> {

        @Override
        public void write(T value, Map<String, Object> plain) {
            plain.put(name, type.toPlain(value));
        }

        @Override
        public T read(Members from) {
            return type.read(from, name);
        }

        @Override
        public Stream<String> members() {
            return Stream.of(name);
        }
    }

    /** The schema of what may be missing. */
    record OfOptional<T>(Schema<T> schema, String first) implements Schema<Optional<T>> {

        @Override
        public void write(Optional<T> value, Map<String, Object> plain) {
            value.ifPresent(there -> schema.write(there, plain));
        }

        @Override
        public Optional<T> read(Members from) {
            return from.has(first) ? Optional.of(schema.read(from)) : Optional.empty();
        }

        @Override
        public Stream<String> members() {
            return schema.members();
        }
    }
}
