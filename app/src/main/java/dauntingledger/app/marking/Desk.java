package dauntingledger.app.marking;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.marking.ExamAnswers.Answer;
import dauntingledger.app.marking.ExamAnswers.Source;
import dauntingledger.app.marking.MarkersPapers.Asked;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.staff.Role;
import dauntingledger.rulebook.marking.Agreement;
import dauntingledger.rulebook.marking.AnswerMarking;
import dauntingledger.rulebook.marking.MarkingAct.AnswerId;
import dauntingledger.rulebook.marking.MarkingScheme;
import dauntingledger.rulebook.marking.QuestionMarking;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** What lies on a marker's desk: the answers that are still theirs to mark, and how far everybody is. */
@Component
class Desk {

    private final ExamAnswers answers;
    private final MarkingLedger ledger;
    private final Papers papers;

    Desk(ExamAnswers answers, MarkingLedger ledger, Papers papers) {
        this.answers = answers;
        this.ledger = ledger;
        this.papers = papers;
    }

    /**
     * How far a question is.
     *
     * @param answers how many there are
     * @param finished how many have their marks
     * @param own how many this person has marked
     * @param left how many are still theirs
     * @param forChief how many the chief marker is to decide
     */
    record Progress(int answers, int finished, int own, int left, int forChief) {}

    Progress progress(Asked asked) {
        Pile pile = pile(asked);
        List<AnswerMarking> all = pile.answers().stream().map(pile::marking).toList();
        MarkingScheme scheme = asked.scheme();
        String person = asked.marker().number();
        return new Progress(
                all.size(),
                (int) all.stream().filter(one -> !one.isWaiting(scheme)).count(),
                (int) all.stream()
                        .filter(one -> one.marks().containsKey(person)
                                || one.isReviewedBy(person) && !one.wants(person, scheme)
                                || one.decision()
                                        .filter(made -> made.person().equals(person))
                                        .isPresent())
                        .count(),
                (int) theirs(asked, pile).count(),
                (int) all.stream().filter(one -> one.isForChief(scheme)).count());
    }

    /** The answers to one question that somebody may see, and what has been done with those of the exam; looked up once. */
    private record Pile(List<Answer> answers, Map<AnswerId, AnswerMarking> done) {
        AnswerMarking marking(Answer answer) {
            return answer.id()
                    .map(id -> done.getOrDefault(id, AnswerMarking.NONE))
                    .orElse(AnswerMarking.NONE);
        }
    }

    private Pile pile(Asked asked) {
        Pile all = new Pile(
                answers.of(asked.exam(), asked.item()), ledger.of(asked.exam().id()));
        return asked.isReview()
                ? new Pile(
                        all.answers().stream()
                                .filter(answer -> all.marking(answer)
                                        .isReviewedBy(asked.marker().number()))
                                .toList(),
                        all.done())
                : all;
    }

    /** Returns the answers that are still theirs, samples among them. Somebody who is stopped has none. */
    private Stream<Answer> theirs(Asked asked, Pile pile) {
        QuestionMarking question = ledger.question(asked.exam().id(), asked.item());
        String person = asked.marker().number();
        if (question.stopped().containsKey(person)) {
            return Stream.empty();
        }
        Stream<Answer> own = pile.answers().stream().filter(answer -> isTheirs(pile.marking(answer), asked));
        Set<String> marked = question.samples().getOrDefault(person, Map.of()).keySet();
        Stream<Answer> samples = samples(asked)
                .filter(sample -> !(sample.source() instanceof Source.Sample(String id) && marked.contains(id)));
        return Stream.concat(own, samples).sorted(Comparator.comparing(Answer::key));
    }

    /** Chief markers give the known marks themselves, and whoever looks at something again looks at that alone. */
    private Stream<Answer> samples(Asked asked) {
        boolean meets = asked.marker().role() != Role.CHIEF_MARKER && !asked.isReview();
        Item item = papers.text(asked.exam().paper()).paper().item(asked.item()).orElseThrow();
        return meets
                ? answers.samples(
                        asked.exam(), item, asked.scheme(), asked.marker().number())
                : Stream.empty();
    }

    /** The chief marker decides what is left to them first, and marks like others besides. */
    private static boolean isTheirs(AnswerMarking one, Asked asked) {
        String person = asked.marker().number();
        return asked.isChief() && one.isForChief(asked.scheme()) && one.isDecidedBy(person, asked.scheme())
                || one.wants(person, asked.scheme());
    }

    /** Returns the next answers that are theirs, but those whose keys are {@code known} already. */
    List<Answer> next(Asked asked, Set<String> known, int most) {
        return theirs(asked, pile(asked))
                .filter(answer -> !known.contains(answer.key()))
                .limit(most)
                .toList();
    }

    Optional<Answer> find(Asked asked, String key) {
        return Stream.concat(pile(asked).answers().stream(), samples(asked))
                .filter(answer -> answer.key().equals(key))
                .findFirst();
    }

    AnswerMarking marking(Exam exam, AnswerId answer) {
        return ledger.of(exam.id()).getOrDefault(answer, AnswerMarking.NONE);
    }

    /** Returns how far the two marks of each answer agree, if two are asked and some answer has both. */
    Optional<Agreement> agreement(Asked asked) {
        List<Agreement.Pair> pairs = ledger.of(asked.exam().id()).entrySet().stream()
                .filter(one -> one.getKey().item().equals(asked.item()))
                .map(one -> List.copyOf(one.getValue().marks().values()))
                .filter(marks -> marks.size() == 2)
                .map(marks -> new Agreement.Pair(
                        asked.scheme().sum(marks.getFirst(), asked.scheme().best()),
                        asked.scheme().sum(marks.getLast(), asked.scheme().best())))
                .toList();
        return pairs.isEmpty() ? Optional.empty() : Optional.of(Agreement.of(pairs, Agreement.Weights.QUADRATIC));
    }

    /** Returns how many answers of an exam wait for their first marks, or the chief marker. */
    int waiting(Exam exam, Map<ItemId, MarkingScheme> schemes) {
        Map<AnswerId, AnswerMarking> done = ledger.of(exam.id());
        return (int) answers.of(exam).stream()
                .flatMap(answer -> answer.id().stream())
                .filter(id -> {
                    MarkingScheme scheme = schemes.get(id.item());
                    return scheme != null
                            && !done.getOrDefault(id, AnswerMarking.NONE).isFinished(scheme);
                })
                .count();
    }

    /**
     * What one marker has done with a question.
     *
     * @param mean what they gave on average
     * @param samples how far they agree with known marks; empty if they marked none
     * @param stopped why they are stopped; empty if they are not
     */
    record Figures(String marker, int marked, Rational mean, Optional<Agreement> samples, Optional<String> stopped) {}

    /** Returns what each marker has done with a question, by their numbers. */
    List<Figures> figures(Asked asked) {
        QuestionMarking question = ledger.question(asked.exam().id(), asked.item());
        Map<String, List<Rational>> given = new TreeMap<>();
        question.samples().keySet().forEach(marker -> given.put(marker, new ArrayList<>()));
        question.stopped().keySet().forEach(marker -> given.put(marker, new ArrayList<>()));
        ledger.of(asked.exam().id()).entrySet().stream()
                .filter(one -> one.getKey().item().equals(asked.item()))
                .forEach(one -> one.getValue()
                        .marks()
                        .forEach((marker, marks) -> given.computeIfAbsent(marker, none -> new ArrayList<>())
                                .add(asked.scheme().sum(marks, asked.scheme().best()))));
        return given.entrySet().stream()
                .map(one -> new Figures(
                        one.getKey(),
                        one.getValue().size(),
                        one.getValue().isEmpty()
                                ? Rational.ZERO
                                : one.getValue().stream()
                                        .reduce(Rational.ZERO, Rational::plus)
                                        .dividedBy(Rational.of(one.getValue().size())),
                        question.agreement(one.getKey(), asked.scheme()),
                        Optional.ofNullable(question.stopped().get(one.getKey()))))
                .toList();
    }
}
