package dauntingledger.rulebook.program;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** The cases of one question, with what each run may use and how its output is compared. */
public record Cases(Limits limits, Comparison comparison, List<Case> all) {

    /** The most cases of one question. */
    public static final int MOST = 100;

    public Cases {
        requireNonNull(limits, "limits");
        requireNonNull(comparison, "comparison");
        all = List.copyOf(all);
    }

    /** Returns those that candidates see. */
    public List<Case> shown() {
        return all.stream().filter(Case::shown).toList();
    }

    /** Returns how many candidates do not see. */
    public int hidden() {
        return all.size() - shown().size();
    }

    /** Returns these as they are once case {@code number} has to write {@code output}, or counts for nobody. */
    public Cases corrected(int number, Optional<String> output) {
        List<Case> corrected = new ArrayList<>();
        for (Case one : all) {
            if (one.number() != number) {
                corrected.add(one);
            } else {
                output.map(one::writing).ifPresent(corrected::add);
            }
        }
        return new Cases(limits, comparison, corrected);
    }

    public Rational worth() {
        return all.stream().map(Case::worth).reduce(Rational.ZERO, Rational::plus);
    }

    /**
     * Returns what each case brings that ended so.
     *
     * @param endings one for each case
     * @throws IllegalArgumentException if there are more or fewer
     */
    public List<Rational> earned(List<Ending> endings) {
        if (endings.size() != all.size()) {
            throw new IllegalArgumentException(
                    "there are " + all.size() + " cases, but " + endings.size() + " have ended");
        }
        Set<String> lost = new HashSet<>();
        for (int i = 0; i < endings.size(); i++) {
            if (!endings.get(i).isPass() && !all.get(i).group().isEmpty()) {
                lost.add(all.get(i).group());
            }
        }
        List<Rational> earned = new ArrayList<>();
        for (int i = 0; i < endings.size(); i++) {
            Case one = all.get(i);
            boolean counts = endings.get(i).isPass() && !lost.contains(one.group());
            earned.add(counts ? one.worth() : Rational.ZERO);
        }
        return earned;
    }

    /** Returns everything that is wrong with these, a sentence each. */
    public List<String> findings() {
        List<String> findings = new ArrayList<>(limits.findings());
        if (all.isEmpty() || all.size() > MOST) {
            findings.add("there must be 1 to " + MOST + " cases, but there are " + all.size());
        }
        return findings;
    }
}
