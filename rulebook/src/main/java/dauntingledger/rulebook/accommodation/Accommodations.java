package dauntingledger.rulebook.accommodation;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.Clocks;
import dauntingledger.rulebook.paper.ExamRules;
import dauntingledger.rulebook.paper.MalformedPaperException;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.StageTimes;
import dauntingledger.rulebook.paper.TimeBox;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What the exam office grants a person for a paper. Granting makes a paper for this person, so that clocks, pages and
 * verdicts need to know nothing of it.
 *
 * @param factor what the limit of every clock is multiplied by, 1 to {@value #MOST_FACTOR}; reading times and the times
 *     to decide about notices too
 * @param factors other factors for single time boxes
 * @param longerBreaks what is added to each break
 * @param extraBreaks breaks after blocks that have none behind them, with their lengths; clocks stand still in them
 * @param stopsClocks whether clocks stand still in every break
 * @param aids what the person may use besides, in words
 */
public record Accommodations(
        Rational factor,
        Map<BoxId, Rational> factors,
        Duration longerBreaks,
        Map<StageId, Duration> extraBreaks,
        boolean stopsClocks,
        List<String> aids) {

    public static final int MOST_FACTOR = 4;

    /** Nothing is granted. */
    public static final Accommodations NONE =
            new Accommodations(Rational.ONE, Map.of(), Duration.ZERO, Map.of(), false, List.of());

    /** What an extra break is called where nobody's language is known, as in a replay. */
    private static final String EXTRA_BREAK = "Extra break";

    /** @throws IllegalArgumentException if a factor is below 1 or too large, or breaks would become shorter */
    public Accommodations {
        requireFactor(requireNonNull(factor, "factor"));
        factors = Map.copyOf(factors);
        factors.values().forEach(Accommodations::requireFactor);
        if (requireNonNull(longerBreaks, "longerBreaks").isNegative()) {
            throw new IllegalArgumentException("breaks can be made longer only, not by " + longerBreaks);
        }
        extraBreaks = Map.copyOf(extraBreaks);
        aids = List.copyOf(aids);
    }

    /** What is granted, told apart no further than that many are alike. */
    public enum Kind {
        TIME,
        BREAKS,
        AIDS
    }

    /** Returns the kinds of what is granted. */
    public Set<Kind> kinds() {
        Set<Kind> kinds = EnumSet.noneOf(Kind.class);
        if (!factor.equals(Rational.ONE) || !factors.isEmpty()) {
            kinds.add(Kind.TIME);
        }
        if (!longerBreaks.isZero() || !extraBreaks.isEmpty() || stopsClocks) {
            kinds.add(Kind.BREAKS);
        }
        if (!aids.isEmpty()) {
            kinds.add(Kind.AIDS);
        }
        return Collections.unmodifiableSet(kinds);
    }

    /** Returns whether {@code factor} may be granted. */
    public static boolean isFactor(Rational factor) {
        return factor.compareTo(Rational.ONE) >= 0 && factor.compareTo(Rational.of(MOST_FACTOR)) <= 0;
    }

    private static void requireFactor(Rational factor) {
        if (!isFactor(factor)) {
            throw new IllegalArgumentException("a time factor must be 1 to " + MOST_FACTOR + ", but was " + factor);
        }
    }

    public boolean isNone() {
        return equals(NONE);
    }

    /**
     * Returns {@code paper} as this person sits it.
     *
     * @throws MalformedPaperException if that is no good paper, for instance because a break would not stand between
     *     two blocks
     */
    public Paper applyTo(Paper paper) {
        return applyTo(paper, EXTRA_BREAK);
    }

    /**
     * Returns {@code paper} as this person sits it, as {@link #applyTo(Paper)} does.
     *
     * @param extraBreak what an extra break is called in the language of the paper
     */
    public Paper applyTo(Paper paper, String extraBreak) {
        if (isNone()) {
            return paper;
        }
        StageTimes times = new Granted();
        List<Stage> route = new ArrayList<>();
        for (Stage stage : paper.route()) {
            route.add(stage.granted(times));
            Duration extra = extraBreaks.get(stage.id());
            if (extra != null) {
                StageId id = new StageId("extra-" + stage.id().value());
                route.add(new Stage.Break(id, extraBreak, extra, Duration.ZERO, Clocks.STAND_STILL, false));
            }
        }
        ExamRules rules = paper.rules();
        return paper.with(route, paper.boxes().stream().map(this::granted).toList())
                .with(new ExamRules(
                        rules.clockMayHide(),
                        rules.ownBreaks().map(breaks -> breaks.granted(times)),
                        rules.roomWarnings(),
                        rules.surveys(),
                        rules.watch(),
                        rules.equipment(),
                        rules.practice()));
    }

    /** Returns the stages of {@code paper} that an extra break can stand behind: blocks with a block behind them. */
    public static List<Stage> placesForExtraBreaks(Paper paper) {
        List<Stage> places = new ArrayList<>();
        for (int i = 0; i + 1 < paper.route().size(); i++) {
            if (paper.route().get(i) instanceof Stage.Block && paper.route().get(i + 1) instanceof Stage.Block) {
                places.add(paper.route().get(i));
            }
        }
        return places;
    }

    /** Returns whether {@code paper} has a break that can be longer, or a place where one can be put in. */
    public static boolean hasPlaceForBreak(Paper paper) {
        return hasBreak(paper) || !placesForExtraBreaks(paper).isEmpty();
    }

    private static boolean hasBreak(Paper paper) {
        return paper.route().stream().anyMatch(Stage.Break.class::isInstance);
    }

    /**
     * Returns these accommodations with {@code extra} for each break; where the paper has no break, with one of that
     * length at the first place that there is for one.
     */
    public Accommodations withBreak(Paper paper, Duration extra) {
        if (hasBreak(paper) || placesForExtraBreaks(paper).isEmpty()) {
            return new Accommodations(factor, factors, extra, extraBreaks, stopsClocks, aids);
        }
        Map<StageId, Duration> breaks = new HashMap<>(extraBreaks);
        StageId first = placesForExtraBreaks(paper).getFirst().id();
        if (extra.isZero()) {
            breaks.remove(first);
        } else {
            breaks.put(first, extra);
        }
        return new Accommodations(factor, factors, longerBreaks, breaks, stopsClocks, aids);
    }

    /** Returns what {@link #withBreak} has set: what each break is longer by, or the length of the one at the first place. */
    public Duration breakOn(Paper paper) {
        if (hasBreak(paper) || placesForExtraBreaks(paper).isEmpty()) {
            return longerBreaks;
        }
        return extraBreaks.getOrDefault(placesForExtraBreaks(paper).getFirst().id(), Duration.ZERO);
    }

    public Accommodations withFactor(Rational other) {
        return new Accommodations(other, factors, longerBreaks, extraBreaks, stopsClocks, aids);
    }

    public Accommodations withAids(List<String> others) {
        return new Accommodations(factor, factors, longerBreaks, extraBreaks, stopsClocks, others);
    }

    /** Returns the limit of {@code box} for this person. */
    public Duration limit(TimeBox box) {
        return Rounding.timesUp(box.limit(), factors.getOrDefault(box.id(), factor));
    }

    private TimeBox granted(TimeBox box) {
        return new TimeBox(box.id(), box.title(), limit(box), box.first(), box.last(), box.warnings());
    }

    private final class Granted implements StageTimes {

        @Override
        public Duration longer(Duration limit) {
            return Rounding.timesUp(limit, factor);
        }

        @Override
        public Duration longerBreak(Duration length) {
            return length.plus(longerBreaks);
        }

        @Override
        public Clocks clocks(Clocks clocks) {
            return stopsClocks ? Clocks.STAND_STILL : clocks;
        }
    }
}
