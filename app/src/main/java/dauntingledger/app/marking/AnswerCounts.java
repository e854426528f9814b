package dauntingledger.app.marking;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.papers.PaperMarking;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.scoring.ItemKey;
import dauntingledger.rulebook.sitting.Question;
import java.time.Duration;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * How often each answer was given in an exam, after the reading that its question asks for. The cohort is gone through once
 * for all questions, and what comes of it is kept for a while.
 */
@Component
public class AnswerCounts {

    /** So many different answers are counted for a response; nobody decides about more of them one by one. */
    private static final int MOST_DIFFERENT = 2_000;

    private static final int MOST_KEPT = 10;
    private static final Duration KEPT = Duration.ofMinutes(1);

    private final HandedIn handedIn;
    private final KeyVersions keys;
    private final Cache<ExamId, Map<Asked, Map<Value, Integer>>> kept =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).expireAfterWrite(KEPT).build();

    AnswerCounts(HandedIn handedIn, KeyVersions keys) {
        this.handedIn = handedIn;
        this.keys = keys;
    }

    private record Asked(ItemId item, ResponseId response) {}

    /**
     * An answer that was given.
     *
     * @param accepted whether the key as it is now takes it for right
     * @param near whether it is a number just outside of what is accepted
     */
    public record Given(Value value, String label, int times, boolean accepted, boolean near) {}

    /** Returns the answers of an exam to the items that rules judge, beside its key as it is now; blanks are none. */
    public Counted of(Exam exam) {
        return new Counted(keys.marking(exam), kept.get(exam.id(), id -> count(exam)));
    }

    /** The answers of an exam. */
    public static final class Counted {

        private final PaperMarking marking;
        private final Map<Asked, Map<Value, Integer>> counts;

        private Counted(PaperMarking marking, Map<Asked, Map<Value, Integer>> counts) {
            this.marking = marking;
            this.counts = counts;
        }

        /** Returns how answers are judged by the key as it is now. */
        public PaperMarking marking() {
            return marking;
        }

        /** Returns the answers to one response, the most frequent first. */
        public List<Given> to(Item item, Interaction interaction) {
            ResponseId response = interaction.response();
            return counts.getOrDefault(new Asked(item.id(), response), Map.of()).entrySet().stream()
                    .map(one -> new Given(
                            one.getKey(),
                            interaction.label(one.getKey()),
                            one.getValue(),
                            marking.accepts(item.id(), response, one.getKey()),
                            marking.nearlyAccepts(item.id(), response, one.getKey())))
                    .sorted(Comparator.comparingInt(Given::times).reversed().thenComparing(Given::label))
                    .toList();
        }
    }

    private Map<Asked, Map<Value, Integer>> count(Exam exam) {
        PaperMarking marking = keys.marking(exam, List.of());
        Map<Asked, Map<Value, Integer>> counts = new ConcurrentHashMap<>();
        handedIn.of(exam)
                .flatMap(one -> one.sitting().questions().all().stream())
                .filter(question -> marking.judge(question.item().id()) == ItemKey.Judge.RULES)
                .forEach(question -> responses(question).forEach(interaction -> {
                    Map<Value, Integer> of = counts.computeIfAbsent(
                            new Asked(question.item().id(), interaction.response()), none -> new ConcurrentHashMap<>());
                    Value read = read(marking, question, interaction);
                    if (!read.elements().isEmpty() && (of.size() < MOST_DIFFERENT || of.containsKey(read))) {
                        of.merge(read, 1, Integer::sum);
                    }
                }));
        return counts;
    }

    /** What cannot be read counts as it was typed. */
    private static Value read(PaperMarking marking, Question question, Interaction interaction) {
        Value entered = question.response(interaction.response()).orElse(interaction.blank());
        Value read = marking.read(question.item().id(), interaction.response(), entered);
        return read.elements().isEmpty()
                ? entered.with(entered.elements().stream().map(String::strip).toList())
                : read;
    }

    private static Stream<Interaction> responses(Question question) {
        return question.item().interactions().stream().filter(Interaction::isAsked);
    }
}
