package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.marking.MarkingAct;
import dauntingledger.rulebook.marking.MarkingAct.AnswerId;
import dauntingledger.rulebook.marking.MarksGiven;
import dauntingledger.rulebook.marking.PointId;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What is done with answers, as plain values. Marks are exact numbers as text. */
public final class MarkingCodec {

    private static final MemberType<PointId> POINT = MemberType.text(PointId::value, PointId::new);

    private static final Schema<AnswerId> ANSWER = Schema.of(
            AnswerId::new,
            Field.of("sitting", MemberType.WHOLE, AnswerId::sitting),
            Field.of("item", Ids.ITEM, AnswerId::item));

    private static final Schema<MarksGiven> GIVEN = Schema.of(
            MarksGiven::new,
            Field.of(
                    "points",
                    MemberType.map(Schema.member("point", POINT), Schema.member("marks", MemberType.RATIONAL)),
                    MarksGiven::points),
            Field.of("adjustment", MemberType.RATIONAL, MarksGiven::adjustment),
            Field.of("reason", MemberType.TEXT, MarksGiven::reason));

    private static final Kinds<MarkingAct> ACT = new Kinds<MarkingAct>("kind", "marking")
            .kind(
                    "marked",
                    MarkingAct.Marked.class,
                    Schema.of(
                            MarkingAct.Marked::new,
                            Field.of("answer", MemberType.object(ANSWER), MarkingAct.Marked::answer),
                            Field.of("given", MemberType.object(GIVEN), MarkingAct.Marked::given)))
            .kind(
                    "decided",
                    MarkingAct.Decided.class,
                    Schema.of(
                            MarkingAct.Decided::new,
                            Field.of("answer", MemberType.object(ANSWER), MarkingAct.Decided::answer),
                            Field.of("given", MemberType.object(GIVEN), MarkingAct.Decided::given)))
            .kind(
                    "put-aside",
                    MarkingAct.PutAside.class,
                    Schema.of(
                            MarkingAct.PutAside::new,
                            Field.of("answer", MemberType.object(ANSWER), MarkingAct.PutAside::answer),
                            Field.of("reason", MemberType.TEXT, MarkingAct.PutAside::reason)))
            .kind(
                    "taken-back",
                    MarkingAct.TakenBack.class,
                    Schema.of(
                            MarkingAct.TakenBack::new,
                            Field.of("answer", MemberType.object(ANSWER), MarkingAct.TakenBack::answer)));

    private MarkingCodec() {}

    public static Map<String, Object> toPlain(MarkingAct act) {
        return new LinkedHashMap<>(ACT.toPlain(act));
    }

    /** @throws MalformedDataException if a member is missing or wrong */
    public static MarkingAct fromPlain(@Nullable Object plain) {
        return MalformedDataException.naming("marking", () -> ACT.fromPlain(plain));
    }
}
