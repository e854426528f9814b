package dauntingledger.rulebook.response;

import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.function.Predicate;

/**
 * Draws in a row out of one recorded seed. The same seed gives the same draws on every machine and in every browser.
 *
 * <p>The generator is SplitMix64 (Steele, Lea and Flood, "Fast splittable pseudorandom number generators", 2014); a
 * bound is met without bias by drawing again.
 */
public final class SeededDraw {

    private static final long GOLDEN = 0x9E3779B97F4A7C15L;

    private long state;

    private SeededDraw(long seed) {
        this.state = seed;
    }

    /**
     * Begins the draws for one purpose, which do not depend on those for any other.
     *
     * @param purpose what is drawn, such as the identifier of a question
     */
    public static SeededDraw of(long seed, String purpose) {
        long mixed = seed;
        for (int i = 0; i < purpose.length(); i++) {
            mixed = mix(mixed + GOLDEN) ^ purpose.charAt(i);
        }
        return new SeededDraw(mixed);
    }

    /**
     * Returns a number from 0 below {@code bound}.
     *
     * @throws IllegalArgumentException if {@code bound} is not positive
     */
    public int below(int bound) {
        if (bound <= 0) {
            throw new IllegalArgumentException("the bound must be 1 or more, but was " + bound);
        }
        int fair = Integer.MAX_VALUE - Integer.MAX_VALUE % bound;
        int drawn = next();
        while (drawn >= fair) {
            drawn = next();
        }
        return drawn % bound;
    }

    /** Returns {@code list} in a drawn order (Fisher and Yates). */
    public <T> List<T> shuffled(List<T> list) {
        List<T> drawn = new ArrayList<>(list);
        for (int i = drawn.size() - 1; i > 0; i--) {
            int other = below(i + 1);
            T last = drawn.get(i);
            drawn.set(i, drawn.get(other));
            drawn.set(other, last);
        }
        return drawn;
    }

    /** Returns {@code list} in a drawn order in which what is {@code fixed} keeps its place. */
    public <T> List<T> shuffled(List<T> list, Predicate<T> fixed) {
        Iterator<T> free =
                shuffled(list.stream().filter(fixed.negate()).toList()).iterator();
        return list.stream()
                .map(element -> fixed.test(element) ? element : free.next())
                .toList();
    }

    private int next() {
        state += GOLDEN;
        return (int) (mix(state) >>> 33);
    }

    private static long mix(long value) {
        long mixed = (value ^ (value >>> 30)) * 0xBF58476D1CE4E5B9L;
        mixed = (mixed ^ (mixed >>> 27)) * 0x94D049BB133111EBL;
        return mixed ^ (mixed >>> 31);
    }
}
