package dauntingledger.app.marking;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.marking.ExamAnswers.Answer;
import dauntingledger.app.marking.MarkersPapers.Asked;
import dauntingledger.rulebook.marking.Agreement;
import dauntingledger.rulebook.marking.AnswerMarking;
import dauntingledger.rulebook.marking.MarkingAct.AnswerId;
import dauntingledger.rulebook.marking.MarkingScheme;
import dauntingledger.rulebook.paper.ItemId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/** What lies on a marker's desk: the answers that are still theirs to mark, and how far everybody is. */
@Component
class Desk {

    private final ExamAnswers answers;
    private final MarkingLedger ledger;

    Desk(ExamAnswers answers, MarkingLedger ledger) {
        this.answers = answers;
        this.ledger = ledger;
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
        Map<AnswerId, AnswerMarking> done = ledger.of(asked.exam().id());
        List<AnswerMarking> all = answers.of(asked.exam(), asked.item()).stream()
                .map(answer -> done.getOrDefault(answer.id(), AnswerMarking.NONE))
                .toList();
        MarkingScheme scheme = asked.scheme();
        String person = asked.marker().number();
        return new Progress(
                all.size(),
                (int) all.stream().filter(one -> one.isFinished(scheme)).count(),
                (int) all.stream()
                        .filter(one -> one.marks().containsKey(person)
                                || asked.isChief() && one.chief().isPresent())
                        .count(),
                (int) all.stream().filter(one -> isTheirs(one, asked)).count(),
                (int) all.stream().filter(one -> one.isForChief(scheme)).count());
    }

    /** The chief marker decides what is left to them first, and marks like others besides. */
    private static boolean isTheirs(AnswerMarking one, Asked asked) {
        String person = asked.marker().number();
        return asked.isChief() && one.isForChief(asked.scheme()) && one.isDecidedBy(person, asked.scheme())
                || one.wants(person, asked.scheme());
    }

    /** Returns the next answers that are theirs, but those whose keys are {@code known} already. */
    List<Answer> next(Asked asked, Set<String> known, int most) {
        Map<AnswerId, AnswerMarking> done = ledger.of(asked.exam().id());
        return answers.of(asked.exam(), asked.item()).stream()
                .filter(answer -> !known.contains(answer.key()))
                .filter(answer -> isTheirs(done.getOrDefault(answer.id(), AnswerMarking.NONE), asked))
                .limit(most)
                .toList();
    }

    Optional<Answer> find(Asked asked, String key) {
        return answers.of(asked.exam(), asked.item()).stream()
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

    /** Returns how many answers of an exam wait for a marker or the chief marker. */
    int waiting(Exam exam, Map<ItemId, MarkingScheme> schemes) {
        Map<AnswerId, AnswerMarking> done = ledger.of(exam.id());
        return (int) answers.of(exam).stream()
                .filter(answer -> {
                    MarkingScheme scheme = schemes.get(answer.id().item());
                    return scheme != null
                            && !done.getOrDefault(answer.id(), AnswerMarking.NONE)
                                    .isFinished(scheme);
                })
                .count();
    }
}
