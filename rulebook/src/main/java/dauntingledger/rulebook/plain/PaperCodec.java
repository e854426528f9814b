package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.paper.Languages;
import dauntingledger.rulebook.paper.LateAcceptance;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.paper.TimeBox;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Papers as plain values. The key is no part of them. Spans are in milliseconds, marks are exact numbers as text. */
public final class PaperCodec {

    private static final Schema<TimeBox> BOX = Schema.of(
            TimeBox::new,
            Field.of("id", Ids.BOX, TimeBox::id),
            Field.of("title", MemberType.TEXT, TimeBox::title),
            Field.of("limit", MemberType.MILLIS, TimeBox::limit),
            Field.of("first", Ids.STAGE, TimeBox::first),
            Field.of("last", Ids.STAGE, TimeBox::last),
            Field.of("warnings", MemberType.SPANS, TimeBox::warnings));

    private static final Schema<LateAcceptance> LATE_ACCEPTANCE = Schema.of(
            LateAcceptance::new,
            Field.of("lateAcceptance", MemberType.MILLIS, LateAcceptance::carried),
            Field.of("datingGrace", MemberType.MILLIS, LateAcceptance::grace));

    private static final Schema<Languages> LANGUAGES = Schema.of(
            Languages::new,
            Field.of("languages", MemberType.TEXTS, Languages::tags),
            Field.of("switching", MemberType.TRUTH, Languages::switching));

    private static final Schema<Paper> PAPER = Schema.of(
            Paper::new,
            Field.of("id", MemberType.text(PaperId::value, PaperId::new), Paper::id),
            Field.of("version", MemberType.COUNT, Paper::version),
            Field.of("title", MemberType.TEXT, Paper::title),
            Field.of("route", MemberType.objects(StageCodec.KINDS), Paper::route),
            Field.of("boxes", MemberType.objects(BOX), Paper::boxes),
            Field.of(LATE_ACCEPTANCE, Paper::lateAcceptance),
            Field.of("scoreRelease", MemberType.name(Paper.ScoreRelease.values()), Paper::scoreRelease),
            Field.of(LANGUAGES, Paper::languages),
            Field.of("rules", MemberType.object(ExamRulesCodec.CONDUCT), Paper::rules));

    private PaperCodec() {}

    public static Map<String, Object> toPlain(Paper paper) {
        return PAPER.toPlain(paper);
    }

    /**
     * Reads a paper.
     *
     * @throws MalformedDataException if a member is missing or wrong
     * @throws dauntingledger.rulebook.paper.MalformedPaperException if the paper is not well formed
     */
    public static Paper fromPlain(@Nullable Object plain) {
        return PAPER.fromPlain(plain);
    }
}
