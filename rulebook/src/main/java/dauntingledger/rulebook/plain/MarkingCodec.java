package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.marking.MarkingAct;
import dauntingledger.rulebook.marking.MarkingAct.AnswerId;
import dauntingledger.rulebook.marking.MarksGiven;
import dauntingledger.rulebook.marking.PointId;
import dauntingledger.rulebook.marking.Remark;
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

    private static final Schema<Remark> REMARK = Schema.of(
            Remark::new,
            Field.of("response", Ids.RESPONSE, Remark::response),
            Field.of("from", MemberType.COUNT, Remark::from),
            Field.of("to", MemberType.COUNT, Remark::to),
            Field.of("text", MemberType.TEXT, Remark::text));

    private static final Schema<MarksGiven> GIVEN = Schema.of(
            MarksGiven::new,
            Field.of(
                    "points",
                    MemberType.map(Schema.member("point", POINT), Schema.member("marks", MemberType.RATIONAL)),
                    MarksGiven::points),
            Field.of("adjustment", MemberType.RATIONAL, MarksGiven::adjustment),
            Field.of("reason", MemberType.TEXT, MarksGiven::reason),
            Field.of("remarks", MemberType.objects(REMARK), MarksGiven::remarks));

    static final Kinds<MarkingAct> ACT = new Kinds<MarkingAct>("kind", "marking")
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
                            Field.of("answer", MemberType.object(ANSWER), MarkingAct.TakenBack::answer)))
            .kind(
                    "review-asked",
                    MarkingAct.ReviewAsked.class,
                    Schema.of(
                            MarkingAct.ReviewAsked::new,
                            Field.of("answer", MemberType.object(ANSWER), MarkingAct.ReviewAsked::answer),
                            Field.of("marker", MemberType.TEXT, MarkingAct.ReviewAsked::marker),
                            Field.of("reason", MemberType.TEXT, MarkingAct.ReviewAsked::reason)))
            .kind(
                    "review-ended",
                    MarkingAct.ReviewEnded.class,
                    Schema.of(
                            MarkingAct.ReviewEnded::new,
                            Field.of("answer", MemberType.object(ANSWER), MarkingAct.ReviewEnded::answer),
                            Field.of("counts", MemberType.TRUTH, MarkingAct.ReviewEnded::counts),
                            Field.of("reason", MemberType.TEXT, MarkingAct.ReviewEnded::reason)))
            .kind(
                    "sample-marked",
                    MarkingAct.SampleMarked.class,
                    Schema.of(
                            MarkingAct.SampleMarked::new,
                            Field.of("item", Ids.ITEM, MarkingAct.SampleMarked::item),
                            Field.of("sample", MemberType.TEXT, MarkingAct.SampleMarked::sample),
                            Field.of("given", MemberType.object(GIVEN), MarkingAct.SampleMarked::given)))
            .kind(
                    "stopped",
                    MarkingAct.Stopped.class,
                    Schema.of(
                            MarkingAct.Stopped::new,
                            Field.of("item", Ids.ITEM, MarkingAct.Stopped::item),
                            Field.of("marker", MemberType.TEXT, MarkingAct.Stopped::marker),
                            Field.of("reason", MemberType.TEXT, MarkingAct.Stopped::reason)))
            .kind(
                    "readmitted",
                    MarkingAct.Readmitted.class,
                    Schema.of(
                            MarkingAct.Readmitted::new,
                            Field.of("item", Ids.ITEM, MarkingAct.Readmitted::item),
                            Field.of("marker", MemberType.TEXT, MarkingAct.Readmitted::marker)));

    private MarkingCodec() {}

    public static Map<String, Object> toPlain(MarkingAct act) {
        return new LinkedHashMap<>(ACT.toPlain(act));
    }

    /** @throws MalformedDataException if a member is missing or wrong */
    public static MarkingAct fromPlain(@Nullable Object plain) {
        return MalformedDataException.naming("marking", () -> ACT.fromPlain(plain));
    }
}
