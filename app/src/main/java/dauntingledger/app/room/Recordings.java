package dauntingledger.app.room;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.papers.Papers.Medium;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.response.ResponseId;
import java.time.Duration;
import java.util.Arrays;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

/**
 * Gives out sounds and films that can be played so and so often: one ticket for one play. A ticket gives the recording in
 * parts, one after the other; the last one given can be fetched again, so that a transfer that stalled goes on, but none
 * before it.
 */
@Component
class Recordings {

    static final int PART = 256 * 1024;

    /** A page that was left before the play began needs another ticket for the same play. */
    private static final int MOST_TICKETS_FOR_A_PLAY = 3;

    private static final int MOST_KEPT = 20_000;
    private static final Duration KEPT = Duration.ofHours(1);

    private final Cache<String, Ticket> tickets =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).expireAfterAccess(KEPT).build();
    private final Cache<Play, Integer> issued =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    /**
     * One play of a recording in a sitting.
     *
     * @param left how often it could still be played before this play
     */
    record Play(SittingId sitting, ItemId item, ResponseId response, int left) {}

    /** What lets one play be fetched. Whoever uses it holds its lock. */
    static final class Ticket {
        private final Play play;
        private final Medium medium;
        private int next;
        private String counted = "";

        private Ticket(Play play, Medium medium) {
            this.play = play;
            this.medium = medium;
        }

        Play play() {
            return play;
        }

        /** Returns the entry that counts this play, as JSON; empty until it was given whole. */
        String counted() {
            return counted;
        }

        void counted(String entry) {
            counted = entry;
        }

        String type() {
            return medium.type();
        }

        int size() {
            return medium.bytes().length;
        }

        int parts() {
            return Math.max(1, Math.ceilDiv(size(), PART));
        }

        /** Returns whether a part is the next one or the one given last. */
        boolean gives(int part) {
            return part >= 0 && part < parts() && (part == next || part == next - 1);
        }

        /** Returns whether {@code part} completes the recording for the first time. */
        boolean isCompletedBy(int part) {
            return part == parts() - 1 && part == next;
        }

        byte[] give(int part) {
            next = Math.max(next, part + 1);
            int from = part * PART;
            return Arrays.copyOfRange(medium.bytes(), from, Math.min(size(), from + PART));
        }
    }

    /** Returns the name of a ticket for a play, unless it was given too many. */
    Optional<String> issue(Play play, Medium medium) {
        if (issued.asMap().merge(play, 1, Integer::sum) > MOST_TICKETS_FOR_A_PLAY) {
            return Optional.empty();
        }
        String name = UUID.randomUUID().toString();
        tickets.put(name, new Ticket(play, medium));
        return Optional.of(name);
    }

    Optional<Ticket> find(String name, SittingId sitting) {
        return Optional.ofNullable(tickets.getIfPresent(name))
                .filter(ticket -> ticket.play().sitting().equals(sitting));
    }
}
