package dauntingledger.rulebook.plain;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/**
 * A part of a value, and the members that say it: one, or several that belong together.
 *
 * @param <T> the whole
 * @param <A> the part
 */
record Field<T, A>(Schema<A> schema, Function<T, A> part) {

    static <T, A> Field<T, A> of(Schema<A> schema, Function<T, A> part) {
        return new Field<>(schema, part);
    }

    static <T, A> Field<T, A> of(String name, MemberType<A> type, Function<T, A> part) {
        return new Field<>(Schema.member(name, type), part);
    }

    /** A member that is left out where there is nothing to say. */
    static <T, A> Field<T, Optional<A>> optional(String name, MemberType<A> type, Function<T, Optional<A>> part) {
        return new Field<>(Schema.optional(Schema.member(name, type)), part);
    }

    /** A list that is left out where it is empty. */
    static <T, A> Field<T, List<A>> optionalList(String name, MemberType<List<A>> type, Function<T, List<A>> part) {
        Field<List<A>, Optional<List<A>>> list =
                optional(name, type, all -> Optional.of(all).filter(any -> !any.isEmpty()));
        return new Field<>(Schema.of(there -> there.orElse(List.of()), list), part);
    }

    A read(Members from) {
        return schema.read(from);
    }

    void write(T value, Map<String, Object> plain) {
        schema.write(part.apply(value), plain);
    }
}
