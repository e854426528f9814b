package dauntingledger.rulebook.results;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Finding;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.scoring.Score;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * How marks become a result.
 *
 * @param sections how sections count; others count plainly
 * @param best how many sections make the total, those of the greatest shares; empty for all. Of sections with the same
 *     share, the one that weighs more counts first, then the one that comes first
 * @param pass what whoever passes has met; empty if the paper says nothing of passing
 * @param grades the best first
 * @param scale what totals are told as, if not as marks
 * @param showsPercentile whether candidates are told theirs
 * @param showsMarking whether candidates see what markers gave and said, by points
 * @param appealDays for how many days after the release something can be asked to be looked at again; 0 for not at all
 */
public record ResultRules(
        Map<SectionId, SectionRule> sections,
        Optional<Integer> best,
        List<PassRule> pass,
        List<Grade> grades,
        Optional<Scale> scale,
        boolean showsPercentile,
        boolean showsMarking,
        int appealDays) {

    static final int MOST_APPEAL_DAYS = 365;

    /** As results are of which a paper says nothing: sections add up. */
    public static final ResultRules NONE =
            new ResultRules(Map.of(), Optional.empty(), List.of(), List.of(), Optional.empty(), false, false, 0);

    public ResultRules {
        sections = Map.copyOf(sections);
        requireNonNull(best, "best");
        pass = List.copyOf(pass);
        grades = List.copyOf(grades);
        requireNonNull(scale, "scale");
        if (appealDays < 0 || appealDays > MOST_APPEAL_DAYS) {
            throw new IllegalArgumentException(
                    "appeal-days must be 0 to " + MOST_APPEAL_DAYS + ", but was " + appealDays);
        }
    }

    /** Returns everything in which these do not go with {@code paper}; empty if nothing. */
    public List<Finding> findings(Paper paper) {
        List<Finding> findings = new ArrayList<>();
        List<SectionId> known = paper.sections().map(Section::id).toList();
        sections.keySet().stream()
                .filter(section -> !known.contains(section))
                .sorted(Comparator.comparing(SectionId::value))
                .forEach(section -> findings.add(new Finding("results", "the paper has no section '" + section + "'")));
        best.filter(number -> number < 1 || number > known.size())
                .ifPresent(number -> findings.add(new Finding(
                        "results", "the best " + number + " sections make the total, but there are " + known.size())));
        for (PassRule rule : pass) {
            if (rule instanceof PassRule.Sections some) {
                long minimums = sections.values().stream()
                        .filter(section -> section.least().isPresent())
                        .count();
                if (minimums == 0 || some.number().orElse(1) > minimums) {
                    findings.add(new Finding(
                            "results",
                            "sections must reach their minimums to pass, but " + minimums + " of them have one"));
                }
            }
        }
        grades(findings);
        return findings;
    }

    private void grades(List<Finding> findings) {
        Set<String> titles = new HashSet<>();
        for (int i = 0; i < grades.size(); i++) {
            Grade grade = grades.get(i);
            if (!titles.add(grade.title())) {
                findings.add(new Finding("results", "two grades are called '" + grade.title() + "'"));
            }
            boolean falls = i == 0
                    || grades.get(i - 1).from().kind() == grade.from().kind()
                            && grades.get(i - 1)
                                            .from()
                                            .least()
                                            .compareTo(grade.from().least())
                                    > 0;
            if (!falls) {
                findings.add(new Finding(
                        "results",
                        "grades must begin with the best and be of one kind, but '" + grade.title()
                                + "' does not come below '" + grades.get(i - 1).title() + "'"));
            }
        }
    }

    /** Returns the least mark that the total has to reach, of {@code most}; empty where no rule asks for one. */
    public Optional<Rational> passMark(Rational most) {
        return pass.stream()
                .filter(PassRule.Total.class::isInstance)
                .map(rule -> ((PassRule.Total) rule).bar())
                .filter(bar -> bar.kind() != Bar.Kind.PERCENTILE)
                .map(bar -> bar.marksOf(most))
                .max(Rational::compareTo);
    }

    SectionRule rule(SectionId section) {
        return sections.getOrDefault(section, SectionRule.PLAIN);
    }

    /** Returns what {@code score} comes to by itself, whatever others have. */
    public Marks marks(Score score) {
        List<Marks.OfSection> all = score.sections().stream().map(this::section).toList();
        Set<SectionId> counting = new HashSet<>();
        all.stream()
                .sorted(Comparator.comparing(Marks.OfSection::share)
                        .thenComparing(Marks.OfSection::weightedMost)
                        .reversed())
                .limit(best.orElse(all.size()))
                .forEach(section -> counting.add(section.section()));
        return new Marks(
                all.stream()
                        .map(section -> section.counting(counting.contains(section.section())))
                        .toList(),
                score.pending().signum() > 0);
    }

    private Marks.OfSection section(Score.OfSection scored) {
        SectionRule rule = rule(scored.section());
        Rational marks = rule.floorAtZero() ? scored.marks().max(Rational.ZERO) : scored.marks();
        return new Marks.OfSection(scored.section(), marks, scored.most(), rule, true);
    }
}
