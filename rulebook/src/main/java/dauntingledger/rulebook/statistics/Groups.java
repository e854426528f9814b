package dauntingledger.rulebook.statistics;

import dauntingledger.rulebook.accommodation.Accommodations.Kind;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The marks of those to whom the same is granted, so that nobody can be found out: no group below {@value #LEAST} is
 * told of, and those who are in none that is told are together either nobody or at least as many, so that no difference tells
 * of fewer either.
 */
public final class Groups {

    /** A group of fewer people is not told of. */
    public static final int LEAST = 10;

    private Groups() {}

    /** Returns the groups, the largest first; nothing if fewer than two could be told. */
    static Map<Set<Kind>, Summary> of(List<Participant> cohort) {
        Map<Set<Kind>, List<Participant>> groups = new LinkedHashMap<>();
        cohort.forEach(one ->
                groups.computeIfAbsent(one.granted(), none -> new ArrayList<>()).add(one));
        List<Map.Entry<Set<Kind>, List<Participant>>> told = new ArrayList<>(groups.entrySet());
        told.sort(Comparator.comparing((Map.Entry<Set<Kind>, List<Participant>> group) ->
                        group.getValue().size())
                .reversed());
        told.removeIf(group -> group.getValue().size() < LEAST);
        int untold = cohort.size()
                - told.stream().mapToInt(group -> group.getValue().size()).sum();
        if (untold > 0 && untold < LEAST && !told.isEmpty()) {
            told.removeLast();
        }
        Map<Set<Kind>, Summary> summaries = new LinkedHashMap<>();
        if (told.size() > 1 || untold > 0) {
            told.forEach(group -> summaries.put(
                    group.getKey(),
                    Summary.of(group.getValue().stream().map(Participant::total).toList())));
        }
        return summaries;
    }
}
