package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Actor;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Entries as plain values. Every entry has {@code id}, {@code by}, {@code at} and {@code received} (milliseconds since
 * 1970-01-01T00:00Z) and {@code kind}; the kinds and their members are listed in docs/LEDGER.md.
 */
public final class EntryCodec {

    private static final Schema<Entry> ENTRY = Schema.of(
            EntryCodec::entry,
            Field.of(ActCodec.KINDS, Entry::act),
            Field.of("id", MemberType.text(EntryId::value, EntryId::new), Entry::id),
            Field.of("by", ActCodec.ACTOR, entry -> entry.act().actor()),
            Field.of("at", MemberType.WHOLE, Entry::atMillis),
            Field.optional("received", MemberType.WHOLE, entry -> Optional.of(entry.receivedMillis())),
            Field.optional("heard", MemberType.WHOLE, EntryCodec::heard),
            Field.optional("formerSeat", MemberType.TEXT, Entry::formerSeat));

    private EntryCodec() {}

    public static Map<String, Object> toPlain(Entry entry) {
        return ENTRY.toPlain(entry);
    }

    /**
     * Reads an entry; without {@code received} it counts as received when it was made.
     *
     * @throws MalformedDataException if a member is missing or wrong, or {@code by} is not whose act it is
     */
    public static Entry fromPlain(@Nullable Object plain) {
        return ENTRY.fromPlain(plain);
    }

    private static Optional<Long> heard(Entry entry) {
        return Optional.of(entry.heardMillis()).filter(heard -> heard != Entry.UNHEARD);
    }

    private static Entry entry(
            Act act,
            EntryId id,
            Actor by,
            long at,
            Optional<Long> received,
            Optional<Long> heard,
            Optional<String> formerSeat) {
        if (by != act.actor()) {
            throw new MalformedDataException(
                    "by: expected '" + PlainNames.name(act.actor()) + "', but found '" + PlainNames.name(by) + "'");
        }
        try {
            return new Entry(id, at, received.orElse(at), heard.orElse(Entry.UNHEARD), formerSeat, act);
        } catch (IllegalArgumentException e) {
            throw new MalformedDataException(String.valueOf(e.getMessage()), e);
        }
    }
}
