package dauntingledger.rulebook.sitting;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * When the server last heard from a candidate. It hears with every batch of entries, also with one that holds none, and
 * whenever it gives the candidate something that they have not had before. Not safe for use by several threads at once.
 */
public final class Hearing {

    /*
     * After an outage more may wait than one batch can carry. Such a batch announces what waits behind it by digests, in
     * order, and what was announced is believed as if it had come with the batch that announced it: the digest binds
     * what it says. It must be what is sent next. Whoever sends anything else instead, or asks for something new, is not
     * waited for any more. So all that announcing leaves to a changed browser is to fall silent, which it can do without.
     */

    /** How many entries can be announced; what waits beyond them is not believed as carried. */
    public static final int MOST_ANNOUNCED = 4_000;

    private long last;
    private final Map<String, Long> announced = new LinkedHashMap<>();
    private final Map<String, Long> lastBatch = new HashMap<>();

    /** Makes the hearing of a candidate who was heard at {@code last}. */
    public Hearing(Instant last) {
        this.last = last.toEpochMilli();
    }

    /** Returns when the candidate was heard last, in milliseconds as entries count them. */
    public long lastMillis() {
        return last;
    }

    /** Returns whether entries are announced that have not come; until then nobody needs the digests of a batch. */
    public boolean awaits() {
        return !announced.isEmpty();
    }

    /** Notes that nothing waits in the candidate's browser, or that they are given something new, at {@code now}. */
    public void heard(Instant now) {
        announced.clear();
        lastBatch.clear();
        hear(now);
    }

    private void hear(Instant now) {
        last = Math.max(last, now.toEpochMilli());
    }

    /**
     * Notes that a batch has come, and returns when the candidate had been heard before each of its entries.
     *
     * @param batch the digests of its entries but for those that came before, in their order
     * @param waiting the digests of the entries that wait to be sent behind it, in their order; those beyond
     *     {@link #MOST_ANNOUNCED} are passed over
     */
    public List<Long> heard(List<String> batch, List<String> waiting, Instant now) {
        Map<String, Long> before = new LinkedHashMap<>();
        List<Long> heard = new ArrayList<>();
        for (String digest : batch) {
            long then = lastBatch.containsKey(digest) ? lastBatch.get(digest) : next(digest);
            before.put(digest, then);
            heard.add(then);
        }
        waiting.stream()
                .limit(Math.max(0, MOST_ANNOUNCED - announced.size()))
                .forEach(digest -> announced.putIfAbsent(digest, last));
        if (!before.isEmpty()) {
            lastBatch.clear();
            lastBatch.putAll(before);
        }
        hear(now);
        return heard;
    }

    private long next(String digest) {
        Iterator<Map.Entry<String, Long>> due = announced.entrySet().iterator();
        if (due.hasNext()) {
            Map.Entry<String, Long> first = due.next();
            if (first.getKey().equals(digest)) {
                due.remove();
                return first.getValue();
            }
            announced.clear();
        }
        return last;
    }
}
