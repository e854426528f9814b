package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.PracticeSet;
import java.util.Map;

/** Sets of questions to be practised as plain values. */
public final class PracticeSetCodec {

    static final Schema<PracticeSet> SCHEMA = Schema.of(
            PracticeSet::new,
            Field.of("pool", MemberType.texts(ItemId::value, ItemId::new), PracticeSet::pool),
            Field.of("number", MemberType.COUNT, PracticeSet::number),
            Field.of("shuffled", MemberType.TRUTH, PracticeSet::shuffled),
            Field.of("seed", MemberType.COUNT, PracticeSet::seed));

    private PracticeSetCodec() {}

    public static Map<String, Object> toPlain(PracticeSet set) {
        return SCHEMA.toPlain(set);
    }

    /** @throws MalformedDataException if this is no set */
    public static PracticeSet fromPlain(Map<?, ?> plain) {
        return SCHEMA.fromPlain(plain);
    }
}
