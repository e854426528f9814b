package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import java.time.Instant;
import java.util.Optional;

/** What the invigilator has said to the candidate, and when it was read. */
public record Message(String id, String words, String person, Instant sentAt, Optional<Instant> readAt) {

    public Message {
        requireNonNull(id, "id");
        requireNonNull(words, "words");
        requireNonNull(person, "person");
        requireNonNull(sentAt, "sentAt");
        requireNonNull(readAt, "readAt");
    }

    static Message sent(Act.MessageSent sent, Instant at) {
        return new Message(sent.message(), sent.words(), sent.by().person(), at, Optional.empty());
    }

    Message read(Instant at) {
        return new Message(id, words, person, sentAt, Optional.of(at));
    }
}
