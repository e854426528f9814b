package dauntingledger.rulebook.similarity;

import dauntingledger.rulebook.number.Rational;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.PriorityQueue;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Consumer;

/**
 * The answers of a cohort to one question, compared with each other by their fingerprints. What stands in the question, and
 * what more than a quarter of all (and more than two) wrote, is common and counts for nobody.
 */
public final class TextComparison {

    /** From this share on, and from so many shared fingerprints on, two texts look copied. */
    public static final Rational SUSPECT_SHARE = Rational.of(3, 5);

    public static final int SUSPECT_PRINTS = 20;

    private static final int QUARTER = 4;
    private static final int ALWAYS_FOUND = 2;

    private static final Comparator<Pair> STRONGEST = ((Comparator<Pair>) TextComparison::byShare)
            .reversed()
            .thenComparing(Comparator.comparingInt(Pair::shared).reversed())
            .thenComparing(Pair::one)
            .thenComparing(Pair::other);

    private final List<String> candidates;
    private final List<long[]> own;
    private final Set<Long> common;

    private TextComparison(List<String> candidates, List<long[]> own, Set<Long> common) {
        this.candidates = candidates;
        this.own = own;
        this.common = common;
    }

    /**
     * Two candidates whose answers share something.
     *
     * @param one before {@code other} in the order of their names
     * @param shared how many fingerprints they share
     * @param smaller how many the one has who has fewer, at least 1
     */
    public record Pair(String one, String other, int shared, int smaller) {

        /** Returns how much of the smaller one's fingerprints they share, 0 to 1. */
        public Rational share() {
            return Rational.of(shared, smaller);
        }

        /** Returns the share, less where only a few fingerprints are shared, since short texts are soon alike. */
        public Rational strength() {
            return share().times(Rational.of(Math.min(shared, SUSPECT_PRINTS), SUSPECT_PRINTS));
        }

        public boolean isSuspect() {
            return shared >= SUSPECT_PRINTS && share().compareTo(SUSPECT_SHARE) >= 0;
        }
    }

    private static int byShare(Pair one, Pair other) {
        return Long.compare((long) one.shared() * other.smaller(), (long) other.shared() * one.smaller());
    }

    /**
     * @param texts what was written, by candidate
     * @param question what everybody read
     */
    public static TextComparison of(Map<String, String> texts, String question) {
        return of(texts, List.of(question), Written.SENTENCES);
    }

    /**
     * @param texts what was written, by candidate
     * @param before what everybody read or had before they wrote
     */
    public static TextComparison of(Map<String, String> texts, List<String> before, Written as) {
        SortedMap<String, Set<Long>> all = new TreeMap<>();
        texts.forEach((candidate, text) -> all.put(candidate, as.prints(text).hashes()));
        Set<Long> common = new HashSet<>();
        before.forEach(text -> common.addAll(as.prints(text).hashes()));
        Map<Long, Integer> times = new HashMap<>();
        all.values().forEach(hashes -> hashes.forEach(hash -> times.merge(hash, 1, Integer::sum)));
        times.forEach((hash, count) -> {
            if (count > ALWAYS_FOUND && count * QUARTER > texts.size()) {
                common.add(hash);
            }
        });
        List<long[]> own = all.values().stream()
                .map(hashes -> hashes.stream()
                        .filter(hash -> !common.contains(hash))
                        .mapToLong(Long::longValue)
                        .toArray())
                .toList();
        return new TextComparison(List.copyOf(all.keySet()), own, Set.copyOf(common));
    }

    /** Returns the fingerprints that count for nobody. */
    public Set<Long> common() {
        return common;
    }

    /** Returns the pairs that share something, the most similar first, then by names; at most {@code most} of them. */
    public List<Pair> pairs(int most) {
        PriorityQueue<Pair> strongest = new PriorityQueue<>(STRONGEST.reversed());
        each(pair -> {
            strongest.add(pair);
            if (strongest.size() > most) {
                strongest.remove();
            }
        });
        return strongest.stream().sorted(STRONGEST).toList();
    }

    /** Goes through the candidates by name; each is compared with those before, found by the fingerprints that they have too. */
    private void each(Consumer<Pair> pairs) {
        Map<Long, List<Integer>> having = new HashMap<>();
        int[] shared = new int[candidates.size()];
        for (int i = 0; i < candidates.size(); i++) {
            for (long hash : own.get(i)) {
                List<Integer> others = having.computeIfAbsent(hash, none -> new ArrayList<>());
                others.forEach(other -> shared[other]++);
                others.add(i);
            }
            for (int other = 0; other < i; other++) {
                if (shared[other] > 0) {
                    int smaller = Math.min(own.get(other).length, own.get(i).length);
                    pairs.accept(new Pair(candidates.get(other), candidates.get(i), shared[other], smaller));
                    shared[other] = 0;
                }
            }
        }
    }
}
