package dauntingledger.rulebook.similarity;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.PriorityQueue;

/**
 * How far candidates agree on wrong options, beyond chance. The statistic is error similarity analysis (Bellezza and
 * Bellezza, "Detection of cheating on multiple-choice tests by using error-similarity analysis", 1989): of the questions that
 * two candidates both answered wrongly, how many did they answer with the same option, and how likely is it that two who know
 * nothing of each other do so at least as often? The chance to agree on a question is the sum of the squares of the shares that
 * its wrong options have among the cohort's wrong answers to it; as it differs from question to question, the number of
 * agreements has the generalized binomial distribution (as in van der Linden and Sotaridou, "Detecting answer copying when the
 * regular response process follows a known response model", 2006).
 */
public final class WrongAgreement {

    /** So many pairs of a cohort, at most, may chance alone bring about for a pair to look copied. */
    public static final double SUSPECT_BY_CHANCE = 0.01;

    /** Pairs that are not so many standard deviations above what chance makes of them are never shown. */
    static final double LEAST_DEVIATIONS = 3;

    private static final Comparator<Pair> STRONGEST = Comparator.comparingDouble(Pair::chance)
            .thenComparing(Comparator.comparingInt(Pair::same).reversed())
            .thenComparing(Pair::one)
            .thenComparing(Pair::other);

    private final List<Answers> cohort;
    private final double[] chances;

    private WrongAgreement(List<Answers> cohort, double[] chances) {
        this.cohort = cohort;
        this.chances = chances;
    }

    /**
     * The wrong answers of one candidate.
     *
     * @param wrong for each question, which wrong option was chosen, from 1; 0 for an answer that is right, and for none
     */
    public record Answers(String candidate, int[] wrong) {}

    /**
     * Two candidates who agree more than chance lets expect.
     *
     * @param bothWrong how many questions both answered wrongly
     * @param same how many of these with the same option
     * @param expected how many of these chance lets expect
     * @param chance how likely two who know nothing of each other agree at least as often, 0 to 1
     * @param byChance how many pairs of the cohort chance alone lets expect to agree at least as often
     */
    public record Pair(
            String one, String other, int bothWrong, int same, double expected, double chance, double byChance) {

        public boolean isSuspect() {
            return byChance <= SUSPECT_BY_CHANCE;
        }
    }

    /**
     * @param questions how many there are
     * @throws IllegalArgumentException if somebody's answers are not for so many
     */
    public static WrongAgreement of(int questions, List<Answers> cohort) {
        cohort.forEach(one -> {
            if (one.wrong().length != questions) {
                throw new IllegalArgumentException("there are " + questions + " questions, but '" + one.candidate()
                        + "' has answers to " + one.wrong().length);
            }
        });
        double[] chances = new double[questions];
        for (int question = 0; question < questions; question++) {
            chances[question] = chance(cohort, question);
        }
        return new WrongAgreement(
                cohort.stream().sorted(Comparator.comparing(Answers::candidate)).toList(), chances);
    }

    private static double chance(List<Answers> cohort, int question) {
        int highest =
                cohort.stream().mapToInt(one -> one.wrong()[question]).max().orElse(0);
        long[] counts = new long[highest + 1];
        cohort.forEach(one -> counts[one.wrong()[question]]++);
        double all = 0;
        double squares = 0;
        for (int option = 1; option <= highest; option++) {
            all += counts[option];
            squares += (double) counts[option] * counts[option];
        }
        return all == 0 ? 0 : squares / (all * all);
    }

    /** Returns how many pairs there are. */
    public long compared() {
        return (long) cohort.size() * (cohort.size() - 1) / 2;
    }

    /** Returns the pairs who agree more than chance lets expect, the least likely first; at most {@code most} of them. */
    public List<Pair> pairs(int most) {
        PriorityQueue<Pair> strongest = new PriorityQueue<>(STRONGEST.reversed());
        for (int i = 0; i < cohort.size(); i++) {
            for (int j = i + 1; j < cohort.size(); j++) {
                Pair pair = pair(cohort.get(i), cohort.get(j));
                if (pair.chance() < 1) {
                    strongest.add(pair);
                    if (strongest.size() > most) {
                        strongest.remove();
                    }
                }
            }
        }
        return strongest.stream().sorted(STRONGEST).toList();
    }

    private Pair pair(Answers one, Answers other) {
        int both = 0;
        int same = 0;
        double expected = 0;
        double variance = 0;
        int[] ones = one.wrong();
        int[] others = other.wrong();
        for (int question = 0; question < ones.length; question++) {
            if (ones[question] != 0 && others[question] != 0) {
                both++;
                same += ones[question] == others[question] ? 1 : 0;
                expected += chances[question];
                variance += chances[question] * (1 - chances[question]);
            }
        }
        boolean worthALook = same - expected > LEAST_DEVIATIONS * Math.sqrt(variance) && variance > 0;
        double chance = worthALook ? atLeast(same, chances(ones, others)) : 1;
        return new Pair(one.candidate(), other.candidate(), both, same, expected, chance, chance * compared());
    }

    private List<Double> chances(int[] ones, int[] others) {
        List<Double> both = new ArrayList<>();
        for (int question = 0; question < ones.length; question++) {
            if (ones[question] != 0 && others[question] != 0) {
                both.add(chances[question]);
            }
        }
        return both;
    }

    /**
     * Returns how likely at least {@code least} of some independent events happen, by the recursion over the events: what is
     * likely of n events follows from what is of n - 1. All that reaches {@code least} is kept together, so that nothing is lost
     * to rounding that a small number would show.
     */
    static double atLeast(int least, List<Double> events) {
        double[] likely = new double[least + 1];
        likely[0] = 1;
        for (double event : events) {
            for (int happened = least; happened >= 1; happened--) {
                double stays = happened == least ? likely[happened] : likely[happened] * (1 - event);
                likely[happened] = stays + likely[happened - 1] * event;
            }
            likely[0] *= least == 0 ? 1 : 1 - event;
        }
        return likely[least];
    }
}
