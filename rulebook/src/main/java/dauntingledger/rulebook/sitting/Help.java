package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import java.time.Instant;
import java.util.Optional;

/**
 * A call for the invigilator.
 *
 * @param note what the candidate says of it; may be empty
 * @param answer that it was seen, and what is said to it
 */
public record Help(Reason reason, String note, Instant calledAt, Optional<Answer> answer) {

    public Help {
        requireNonNull(reason, "reason");
        requireNonNull(note, "note");
        requireNonNull(calledAt, "calledAt");
        requireNonNull(answer, "answer");
    }

    /** Why somebody is called. */
    public enum Reason {
        /** Something of the computer or the page does not work. */
        TECHNICAL,
        UNWELL,
        /** Others are a disturbance. */
        DISTURBANCE,
        /** Paper, a pencil, water. */
        SUPPLIES,
        OTHER
    }

    /** Who saw a call when, and what they say; nothing, if they come in person. */
    public record Answer(String person, String words, Instant at) {
        public Answer {
            requireNonNull(person, "person");
            requireNonNull(words, "words");
            requireNonNull(at, "at");
        }
    }

    static Help called(Act.HelpCalled call, Instant at) {
        return new Help(call.reason(), call.note(), at, Optional.empty());
    }

    Help answered(Act.HelpAnswered answered, Instant at) {
        return new Help(reason, note, calledAt, Optional.of(new Answer(answered.person(), answered.words(), at)));
    }
}
