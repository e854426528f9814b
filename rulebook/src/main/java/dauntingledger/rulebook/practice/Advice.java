package dauntingledger.rulebook.practice;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.paper.SectionId;
import java.time.Instant;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What to practise next: of the sections of the last {@value #RECENT} runs in which at least {@value #LEAST} questions were
 * asked in all, the one with the least share of its marks; of equal ones that which was practised longest ago.
 *
 * @param share of the marks of the section in these runs
 * @param questions how many these were
 */
public record Advice(PaperId paper, SectionId section, String title, Rational share, int questions) {

    public static final int RECENT = 5;
    public static final int LEAST = 10;

    public Advice {
        requireNonNull(paper, "paper");
        requireNonNull(section, "section");
        requireNonNull(title, "title");
        requireNonNull(share, "share");
    }

    private record Place(PaperId paper, SectionId section) {}

    /** What the runs come to in one section. */
    private record Sum(String title, Rational marks, Rational most, int questions, Instant last) {

        Sum plus(Sum later) {
            return new Sum(
                    later.title,
                    marks.plus(later.marks),
                    most.plus(later.most),
                    questions + later.questions,
                    later.last);
        }
    }

    /** @param runs in the order in which they were handed in */
    public static Optional<Advice> after(List<Run> runs) {
        Map<Place, Sum> sums = new HashMap<>();
        runs.subList(Math.max(0, runs.size() - RECENT), runs.size())
                .forEach(run -> run.sections()
                        .forEach(section -> sums.merge(
                                new Place(run.paper(), section.section()),
                                new Sum(
                                        section.title(),
                                        section.marks(),
                                        section.most(),
                                        section.questions(),
                                        run.handedIn()),
                                Sum::plus)));
        return sums.entrySet().stream()
                .filter(one -> one.getValue().questions() >= LEAST)
                .min(Comparator.comparing((Map.Entry<Place, Sum> one) -> share(one.getValue()))
                        .thenComparing(one -> one.getValue().last())
                        .thenComparing(one -> one.getKey().section().value()))
                .map(one -> new Advice(
                        one.getKey().paper(),
                        one.getKey().section(),
                        one.getValue().title(),
                        share(one.getValue()),
                        one.getValue().questions()));
    }

    /** A section without marks to be earned is nobody's weakness. */
    private static Rational share(Sum sum) {
        return Run.share(sum.marks(), sum.most()).orElse(Rational.ONE);
    }
}
