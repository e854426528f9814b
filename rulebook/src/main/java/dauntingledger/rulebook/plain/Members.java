package dauntingledger.rulebook.plain;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** Reads the members of one plain object, naming the member in every complaint. */
final class Members {

    private final PlainObject object;

    private Members(PlainObject object) {
        this.object = object;
    }

    static Members of(@Nullable Object value) {
        return switch (value) {
            case Map<?, ?> map -> new Members(map::get);
            case PlainObject object -> new Members(object);
            case null, default -> throw new MalformedDataException("expected an object, but found " + describe(value));
        };
    }

    boolean has(String name) {
        return object.member(name) != null;
    }

    String text(String name) {
        Object value = object.member(name);
        if (!(value instanceof String text)) {
            throw unexpected(name, "a string", value);
        }
        return text;
    }

    /** Reads a whole number of at most 2^53 - 1 in magnitude: what JSON carries exactly and a ledger's line can hold. */
    long whole(String name) {
        return whole(name, object.member(name));
    }

    private long whole(String name, @Nullable Object value) {
        if (value instanceof Integer number) {
            return number;
        }
        if (value instanceof Long number && CanonicalJson.isSafe(number)) {
            return number;
        }
        throw unexpected(name, "a whole number of at most 2^53 - 1 in magnitude", value);
    }

    int count(String name) {
        long value = whole(name);
        if (value < 0 || value > Integer.MAX_VALUE) {
            throw unexpected(name, "a number from 0 to 2147483647", value);
        }
        return (int) value;
    }

    boolean truth(String name) {
        Object value = object.member(name);
        if (!(value instanceof Boolean truth)) {
            throw unexpected(name, "true or false", value);
        }
        return truth;
    }

    Duration millis(String name) {
        return Duration.ofMillis(whole(name));
    }

    /** Reads a string member through {@code factory}, which may refuse it. */
    <T> T read(String name, Function<String, T> factory) {
        String text = text(name);
        try {
            return factory.apply(text);
        } catch (IllegalArgumentException e) {
            throw new MalformedDataException(name + ": " + e.getMessage(), e);
        }
    }

    List<String> texts(String name) {
        List<String> texts = new ArrayList<>();
        for (Object element : elements(name)) {
            if (!(element instanceof String text)) {
                throw unexpected(name, "a list of strings", element);
            }
            texts.add(text);
        }
        return texts;
    }

    <T> List<T> list(String name, Function<Members, T> reader) {
        List<T> list = new ArrayList<>();
        for (Object element : elements(name)) {
            list.add(reader.apply(of(element)));
        }
        return list;
    }

    List<Duration> spans(String name) {
        return wholes(name).stream().map(Duration::ofMillis).toList();
    }

    List<Integer> counts(String name) {
        List<Integer> counts = new ArrayList<>();
        for (long whole : wholes(name)) {
            if (whole < 0 || whole > Integer.MAX_VALUE) {
                throw unexpected(name, "numbers from 0 to 2147483647", whole);
            }
            counts.add((int) whole);
        }
        return counts;
    }

    List<Long> wholes(String name) {
        List<Long> wholes = new ArrayList<>();
        for (Object element : elements(name)) {
            wholes.add(whole(name, element));
        }
        return wholes;
    }

    /** Reads an object that stands in a member. */
    <T> T object(String name, Schema<T> schema) {
        Members within = of(object.member(name));
        return MalformedDataException.naming(name, () -> schema.read(within));
    }

    private List<?> elements(String name) {
        Object value = object.member(name);
        if (!(value instanceof List<?> list)) {
            throw unexpected(name, "a list", value);
        }
        return list;
    }

    MalformedDataException unexpected(String name, String expected, @Nullable Object found) {
        return new MalformedDataException(name + ": expected " + expected + ", but found " + describe(found));
    }

    private static String describe(@Nullable Object value) {
        return switch (value) {
            case null -> "nothing";
            case Map<?, ?> map -> "an object";
            case PlainObject object -> "an object";
            case List<?> list -> "a list";
            case String text -> "a string of " + text.length() + " characters";
            default -> value.toString();
        };
    }
}
