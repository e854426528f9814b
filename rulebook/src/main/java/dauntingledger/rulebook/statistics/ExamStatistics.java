package dauntingledger.rulebook.statistics;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.accommodation.Accommodations.Kind;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.statistics.QuestionFigures.OptionFigures;
import java.math.BigDecimal;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * What a cohort made of an exam.
 *
 * @param whole the exam
 * @param sections each of its sections, in the order of the paper
 * @param questions each of its items, in the order of the paper
 * @param groups those to whom the same is granted; see {@link Groups}
 */
public record ExamStatistics(
        Part whole, List<Part> sections, List<QuestionFigures> questions, Map<Set<Kind>, Summary> groups) {

    /** So many different answers are listed of a question without options. */
    private static final int MOST_ANSWERS = 12;

    public ExamStatistics {
        requireNonNull(whole, "whole");
        sections = List.copyOf(sections);
        questions = List.copyOf(questions);
    }

    /**
     * The exam or a section.
     *
     * @param marks in marks, as results count them
     * @param alpha Cronbach's alpha over the own scores of the items that everybody was asked
     * @param error the standard error of measurement, in marks: the standard deviation times the root of 1 less alpha
     */
    public record Part(Summary marks, Histogram histogram, Optional<Rational> alpha, Optional<BigDecimal> error) {}

    /**
     * What an exam asks for.
     *
     * @param most the marks that can be earned in all
     * @param sections how many items each section has, and the marks that they can earn
     * @param items in the order of the paper
     */
    public record Shape(Rational most, List<Section> sections, List<Question> items) {
        public Shape {
            sections = List.copyOf(sections);
            items = List.copyOf(items);
        }
    }

    /** A section: how many items it has, and the most marks. */
    public record Section(int items, Rational most) {}

    /**
     * An item.
     *
     * @param most of its own SCORE
     * @param options that stand in it
     * @param accepted the options and answers that the key takes, as far as anybody chose or entered them
     */
    public record Question(ItemId item, Rational most, List<Attempt.Chosen> options, Set<Attempt.Chosen> accepted) {
        public Question {
            options = List.copyOf(options);
            accepted = Set.copyOf(accepted);
        }
    }

    /** Works everything out. Each participant has an attempt for each item. */
    public static ExamStatistics of(Shape shape, List<Participant> cohort) {
        List<Answered> items = IntStream.range(0, shape.items().size())
                .mapToObj(i -> Answered.of(shape.items().get(i), i, cohort))
                .toList();
        List<Rational> own = ownTotals(items, cohort.size());
        List<Rational> totals = cohort.stream().map(Participant::total).toList();
        return new ExamStatistics(
                part(totals, shape.most(), items),
                sections(shape, cohort, items),
                items.stream().map(item -> question(item, own, totals)).toList(),
                Groups.of(cohort));
    }

    /**
     * An item and who was asked it.
     *
     * @param asked the places of these in the cohort
     * @param attempts theirs
     * @param judged whether each has a score, and there is something to be earned
     */
    private record Answered(
            Question question, List<Integer> asked, List<Attempt> attempts, boolean judged, boolean byAll) {

        static Answered of(Question question, int place, List<Participant> cohort) {
            List<Integer> asked = IntStream.range(0, cohort.size())
                    .filter(i -> cohort.get(i).attempts().get(place).isAsked())
                    .boxed()
                    .toList();
            List<Attempt> attempts =
                    asked.stream().map(i -> cohort.get(i).attempts().get(place)).toList();
            boolean judged = question.most().signum() > 0
                    && attempts.stream().allMatch(attempt -> attempt.score().isPresent());
            return new Answered(question, asked, attempts, judged, asked.size() == cohort.size());
        }

        List<Rational> scores() {
            return attempts.stream()
                    .flatMap(attempt -> attempt.score().stream())
                    .toList();
        }

        int count(Attempt.Standing standing) {
            return (int)
                    attempts.stream().filter(one -> one.standing() == standing).count();
        }
    }

    /** Returns what each candidate has in all items that are judged, in the items' own scores. */
    private static List<Rational> ownTotals(List<Answered> items, int candidates) {
        List<Rational> totals = new ArrayList<>(Collections.nCopies(candidates, Rational.ZERO));
        items.stream().filter(Answered::judged).forEach(item -> {
            List<Rational> scores = item.scores();
            for (int i = 0; i < scores.size(); i++) {
                int place = item.asked().get(i);
                Rational score = scores.get(i);
                if (!score.isZero()) {
                    totals.set(place, totals.get(place).plus(score));
                }
            }
        });
        return totals;
    }

    private static List<Part> sections(Shape shape, List<Participant> cohort, List<Answered> items) {
        List<Part> parts = new ArrayList<>();
        int from = 0;
        for (int i = 0; i < shape.sections().size(); i++) {
            Section section = shape.sections().get(i);
            int place = i;
            parts.add(part(
                    cohort.stream().map(one -> one.sections().get(place)).toList(),
                    section.most(),
                    items.subList(from, from + section.items())));
            from += section.items();
        }
        return parts;
    }

    private static Part part(List<Rational> marks, Rational most, List<Answered> items) {
        Summary summary = Summary.of(marks);
        Optional<Rational> alpha = Statistics.alpha(Column.all(items.stream()
                .filter(item -> item.judged() && item.byAll())
                .map(Answered::scores)
                .toList()));
        Optional<BigDecimal> error =
                alpha.map(one -> Column.root(Rational.ONE.minus(one)).multiply(summary.deviation()));
        return new Part(summary, Histogram.of(marks, most), alpha, error);
    }

    private static QuestionFigures question(Answered item, List<Rational> own, List<Rational> totals) {
        List<Duration> spent = item.attempts().stream()
                .filter(one -> one.standing() != Attempt.Standing.NOT_REACHED)
                .map(Attempt::spent)
                .toList();
        Optional<List<Column>> columns = item.judged() && !item.asked().isEmpty()
                ? Optional.of(Column.all(List.of(
                        item.scores(), item.asked().stream().map(own::get).toList())))
                : Optional.empty();
        return new QuestionFigures(
                item.question().item(),
                item.attempts().size(),
                item.count(Attempt.Standing.BLANK),
                item.count(Attempt.Standing.NOT_REACHED),
                columns.map(
                        both -> both.getFirst().mean().dividedBy(item.question().most())),
                columns.flatMap(
                        both -> both.getFirst().correlation(both.getLast().minus(both.getFirst()))),
                Quartiles.of(spent),
                options(
                        item.question(),
                        item.attempts(),
                        item.asked().stream().map(totals::get).toList()));
    }

    private static List<OptionFigures> options(Question item, List<Attempt> attempts, List<Rational> totals) {
        Map<Attempt.Chosen, List<Rational>> given = new LinkedHashMap<>();
        item.options().forEach(option -> given.put(option, new ArrayList<>()));
        for (int i = 0; i < attempts.size(); i++) {
            Rational total = totals.get(i);
            attempts.get(i)
                    .chosen()
                    .forEach(one -> given.computeIfAbsent(one, none -> new ArrayList<>())
                            .add(total));
        }
        Set<Attempt.Chosen> listed = new HashSet<>(item.options());
        List<OptionFigures> figures = new ArrayList<>();
        given.forEach((one, of) -> figures.add(new OptionFigures(
                one,
                listed.contains(one),
                item.accepted().contains(one),
                of.size(),
                of.isEmpty() ? Optional.empty() : Optional.of(Summary.of(of).mean()))));
        return figures.stream()
                .sorted(Comparator.comparing(OptionFigures::listed)
                        .reversed()
                        .thenComparingInt(one -> one.listed() ? 0 : -one.count()))
                .limit(Math.max(MOST_ANSWERS, item.options().size()))
                .toList();
    }
}
