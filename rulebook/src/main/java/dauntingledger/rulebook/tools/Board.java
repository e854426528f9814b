package dauntingledger.rulebook.tools;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * Things by key, with the strokes that can be taken back. Immutable.
 *
 * @param content everything there is, in the order of its keys
 * @param past what each stroke changed, as it was before, latest last; the {@value #MOST_STROKES} latest
 * @param future what each stroke taken back would bring
 */
record Board<K extends Comparable<K>, V>(
        SortedMap<K, V> content, List<Map<K, Optional<V>>> past, List<Map<K, Optional<V>>> future) {

    static final int MOST_STROKES = 200;

    static <K extends Comparable<K>, V> Board<K, V> empty() {
        return new Board<>(new TreeMap<K, V>(), List.of(), List.of());
    }

    /** Returns the board after a stroke: each key has its new value, or none if that is empty. */
    Board<K, V> changed(Map<K, Optional<V>> stroke) {
        return new Board<>(with(stroke), pushed(past, before(stroke)), List.of());
    }

    Board<K, V> undone() {
        Map<K, Optional<V>> stroke = past.getLast();
        return new Board<>(with(stroke), past.subList(0, past.size() - 1), pushed(future, before(stroke)));
    }

    Board<K, V> redone() {
        Map<K, Optional<V>> stroke = future.getLast();
        return new Board<>(with(stroke), pushed(past, before(stroke)), future.subList(0, future.size() - 1));
    }

    private SortedMap<K, V> with(Map<K, Optional<V>> stroke) {
        SortedMap<K, V> next = new TreeMap<>(content);
        stroke.forEach((key, value) -> value.ifPresentOrElse(there -> next.put(key, there), () -> next.remove(key)));
        return next;
    }

    private Map<K, Optional<V>> before(Map<K, Optional<V>> stroke) {
        Map<K, Optional<V>> before = new TreeMap<>();
        stroke.keySet().forEach(key -> before.put(key, Optional.ofNullable(content.get(key))));
        return before;
    }

    private static <T> List<T> pushed(List<T> strokes, T stroke) {
        List<T> next = new ArrayList<>(strokes.subList(Math.max(0, strokes.size() + 1 - MOST_STROKES), strokes.size()));
        next.add(stroke);
        return next;
    }
}
