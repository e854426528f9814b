package dauntingledger.app.mail;

import static java.util.Objects.requireNonNull;

import java.util.List;
import java.util.Optional;

/** Mail to people. It is kept when it is written, and sent soon after, once. */
public interface Mail {

    /** How a message stands. */
    enum Standing {
        WAITING,
        SENDING,
        SENT,
        /** The mail server has refused it, or was not there. */
        FAILED,
        /** The server stopped while it was being sent, so that it may have been sent. */
        UNCERTAIN;

        /** Returns whether a person may have it sent again. */
        public boolean isForAPerson() {
            return this == FAILED || this == UNCERTAIN;
        }
    }

    /**
     * A file that goes with a message.
     *
     * @param type its media type
     */
    @SuppressWarnings("ArrayRecordComponent")
    record Attachment(String name, String type, byte[] bytes) {}

    /**
     * What is sent.
     *
     * @param once names what is said to whom; what is posted a second time under this name is not kept
     */
    record Message(String once, String recipient, String subject, String text, Optional<Attachment> attachment) {
        public Message {
            requireNonNull(once, "once");
            requireNonNull(recipient, "recipient");
            requireNonNull(attachment, "attachment");
        }

        public Message(String once, String recipient, String subject, String text) {
            this(once, recipient, subject, text, Optional.empty());
        }
    }

    /** Keeps messages, to be sent once the transaction around this has ended; returns how many of them were new. */
    int post(List<Message> messages);

    /** Keeps a message as {@link #post(List)} does. */
    default boolean post(Message message) {
        return post(List.of(message)) == 1;
    }
}
