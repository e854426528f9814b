package dauntingledger.app.practice;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.practice.AnswerFilter;
import dauntingledger.rulebook.practice.PastAnswer;
import dauntingledger.rulebook.statistics.Groups;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** How practice that was handed in went, question by question. */
public interface PastAnswers {

    /** So many people must have practised a question before anybody is told how long it took them. */
    int LEAST_PEOPLE = Groups.LEAST;

    /**
     * Keeps how practice went, so that its times count for others also where nobody looks back at it; of a sitting that is no
     * practice or is not handed in there is nothing to keep.
     *
     * @return whether it is kept
     */
    boolean keep(Appointment appointment);

    /** Returns how the questions of practice went; empty for a sitting that is no practice or is not handed in. */
    Optional<Past> of(Appointment appointment);

    /**
     * How one run went.
     *
     * @param answers by question
     * @param others the median of the time that a question took all who looked at it, where {@link #LEAST_PEOPLE} have
     * @param own how long is usual in this run
     */
    record Past(Map<ItemId, PastAnswer> answers, Map<ItemId, Duration> others, Duration own) {
        public Past {
            answers = new LinkedHashMap<>(answers);
            others = Map.copyOf(others);
            requireNonNull(own, "own");
        }

        /** Returns the questions whose answers a filter holds, in order. */
        public List<ItemId> items(AnswerFilter filter) {
            return answers.values().stream()
                    .filter(answer -> filter.holds(answer, usual(answer.item())))
                    .map(PastAnswer::item)
                    .toList();
        }

        /** Returns whether an answer took longer than is usual for its question, or else for this run. */
        public boolean isSlow(PastAnswer answer) {
            return AnswerFilter.SLOW.holds(answer, usual(answer.item()));
        }

        private Duration usual(ItemId item) {
            return others.getOrDefault(item, own);
        }
    }
}
