package dauntingledger.app.operations;

import static java.util.Objects.requireNonNull;

import java.util.List;

/**
 * Something that is not as it should be.
 *
 * @param key under which the words say what it is, and what to do
 * @param figures that the words name
 */
record Finding(Weight weight, String key, List<Object> figures) {

    /** How much it matters now. */
    enum Weight {
        /** Somebody has to act now: candidates feel it, or something may be lost. */
        TROUBLE,
        /** Somebody has to act today. */
        WATCH,
        /** It is normal, and somebody may want to know. */
        NOTE
    }

    Finding {
        requireNonNull(weight, "weight");
        requireNonNull(key, "key");
        figures = List.copyOf(figures);
    }

    Finding(Weight weight, String key, Object... figures) {
        this(weight, key, List.of(figures));
    }
}
