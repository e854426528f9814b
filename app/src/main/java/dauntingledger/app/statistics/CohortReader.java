package dauntingledger.app.statistics;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.marking.GivenMarks;
import dauntingledger.app.marking.HandedIn;
import dauntingledger.app.marking.KeyVersions;
import dauntingledger.app.papers.PaperMarking;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.statistics.CohortFindings.AlikeTexts;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.results.Marks;
import dauntingledger.rulebook.results.ResultRules;
import dauntingledger.rulebook.similarity.TextComparison;
import dauntingledger.rulebook.similarity.Written;
import dauntingledger.rulebook.similarity.WrongAgreement;
import dauntingledger.rulebook.statistics.ExamStatistics;
import dauntingledger.rulebook.statistics.Participant;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;

/** Goes through the cohort of an exam once, and works out what its answers tell. */
@Component
class CohortReader {

    /** So many pairs are kept of each list; nobody looks at more. */
    private static final int MOST_PAIRS = 100;

    private final HandedIn handedIn;
    private final GivenMarks marks;
    private final KeyVersions keys;
    private final Papers papers;

    CohortReader(HandedIn handedIn, GivenMarks marks, KeyVersions keys, Papers papers) {
        this.handedIn = handedIn;
        this.marks = marks;
        this.keys = keys;
        this.papers = papers;
    }

    /** What is kept of one candidate while all are gone through. */
    private record Sat(
            String candidate, Marks marks, Participant participant, int[] wrong, Map<ItemId, String> texts) {}

    CohortFindings read(Exam exam) {
        PaperMarking marking = keys.marking(exam);
        Map<SittingId, Map<ItemId, Rational>> given = marks.of(exam, marking);
        ResultRules rules = papers.results(exam.paper());
        PaperText text = papers.text(exam.paper());
        AnswerReader answers = new AnswerReader(marking, text.paper().items().toList());
        List<Sat> cohort = handedIn.of(exam)
                .map(one -> {
                    Map<ItemId, Rational> own =
                            given.getOrDefault(one.appointment().sitting(), Map.of());
                    Marks total = rules.marks(marking.score(one.sitting(), own));
                    Participant participant = new Participant(
                            one.appointment().terms().accommodations().kinds(),
                            total.total(),
                            total.sections().stream()
                                    .map(Marks.OfSection::marks)
                                    .toList(),
                            answers.attempts(one.sitting(), own));
                    return new Sat(
                            one.appointment().candidate(),
                            total,
                            participant,
                            answers.wrong(one.sitting()),
                            answers.texts(one.sitting()));
                })
                .sorted(Comparator.comparing(Sat::candidate))
                .toList();
        return findings(text, rules, answers, cohort);
    }

    private static CohortFindings findings(PaperText text, ResultRules rules, AnswerReader answers, List<Sat> cohort) {
        Rational most = highest(cohort, Marks::most);
        List<ExamStatistics.Section> sections = sections(text, cohort);
        ExamStatistics.Shape shape = new ExamStatistics.Shape(most, sections, answers.questions());
        WrongAgreement agreement = WrongAgreement.of(
                answers.choices(),
                cohort.stream()
                        .map(sat -> new WrongAgreement.Answers(sat.candidate(), sat.wrong()))
                        .toList());
        Map<ItemId, TextComparison> comparisons = comparisons(text, cohort);
        Map<ItemId, Set<Long>> common = new HashMap<>();
        comparisons.forEach((item, comparison) -> common.put(item, comparison.common()));
        return new CohortFindings(
                ExamStatistics.of(shape, cohort.stream().map(Sat::participant).toList()),
                most,
                sections.stream().map(ExamStatistics.Section::most).toList(),
                rules.passMark(most),
                common,
                alike(comparisons),
                agreement.pairs(MOST_PAIRS),
                agreement.compared());
    }

    /** Returns the most that anybody could have; where items are drawn or sections are best of several, that may differ. */
    private static Rational highest(List<Sat> cohort, Function<Marks, Rational> most) {
        return cohort.stream().map(Sat::marks).map(most).reduce(Rational.ZERO, Rational::max);
    }

    private static List<ExamStatistics.Section> sections(PaperText text, List<Sat> cohort) {
        List<Section> sections = text.paper().sections().toList();
        return IntStream.range(0, sections.size())
                .mapToObj(i -> new ExamStatistics.Section(
                        sections.get(i).questions(),
                        highest(cohort, marks -> marks.sections().get(i).most())))
                .toList();
    }

    /** Compares what was written in answer to each question; blanks are none. */
    private static Map<ItemId, TextComparison> comparisons(PaperText text, List<Sat> cohort) {
        Map<ItemId, Map<String, String>> texts = new LinkedHashMap<>();
        cohort.forEach(sat -> sat.texts()
                .forEach((item, own) ->
                        texts.computeIfAbsent(item, none -> new HashMap<>()).put(sat.candidate(), own)));
        Map<ItemId, TextComparison> comparisons = new LinkedHashMap<>();
        texts.forEach((item, of) -> {
            Item asked = text.paper().item(item).orElseThrow();
            Written.of(asked)
                    .ifPresent(as ->
                            comparisons.put(item, TextComparison.of(of, Written.before(asked, text.plain(item)), as)));
        });
        return comparisons;
    }

    private static List<AlikeTexts> alike(Map<ItemId, TextComparison> comparisons) {
        return comparisons.entrySet().stream()
                .flatMap(one ->
                        one.getValue().pairs(MOST_PAIRS).stream().map(pair -> new AlikeTexts(one.getKey(), pair)))
                .sorted(Comparator.comparing((AlikeTexts one) -> one.pair().isSuspect())
                        .thenComparing(one -> one.pair().strength())
                        .reversed())
                .limit(MOST_PAIRS)
                .toList();
    }
}
