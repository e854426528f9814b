package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.paper.Clocks;
import dauntingledger.rulebook.paper.Confirmation;
import dauntingledger.rulebook.paper.Detail;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.StationLine;
import java.util.function.BiFunction;
import java.util.function.Function;

/** Stages as plain values. */
public final class StageCodec {

    private static final Schema<Confirmation> CONFIRMATION = Schema.of(
            Confirmation::new,
            Field.of("confirmation", MemberType.name(Confirmation.How.values()), Confirmation::how),
            Field.of("statements", MemberType.TEXTS, Confirmation::statements));

    private static final Schema<Stage.Admission> ADMISSION = Schema.of(
            Stage.Admission::new,
            id(),
            title(),
            Field.of("ways", MemberType.nameSet(Stage.Admission.Way.values()), Stage.Admission::ways),
            Field.of("tries", MemberType.COUNT, Stage.Admission::tries),
            Field.of("late", MemberType.name(Stage.Admission.Late.values()), Stage.Admission::late));

    private static final Schema<Stage.StationCheck> STATION_CHECK = Schema.of(
            Stage.StationCheck::new,
            id(),
            title(),
            Field.of("lines", MemberType.names(StationLine.values()), Stage.StationCheck::lines));

    private static final Schema<Stage.Notice> NOTICE = Schema.of(
            Stage.Notice::new,
            id(),
            title(),
            Field.of("version", MemberType.COUNT, Stage.Notice::version),
            Field.of(
                    "textDigests",
                    MemberType.textSet(Function.identity(), Function.identity()),
                    Stage.Notice::textDigests),
            Field.optional("limit", MemberType.MILLIS, Stage.Notice::limit),
            Field.of(CONFIRMATION, Stage.Notice::confirmation),
            Field.of("consentToCamera", MemberType.TRUTH, Stage.Notice::consentToCamera),
            Field.of("keepsAppointment", MemberType.TRUTH, Stage.Notice::keepsAppointment));

    private static final Schema<Stage.Instructions> INSTRUCTIONS = Schema.of(
            Stage.Instructions::new,
            id(),
            title(),
            Field.optional("readingTime", MemberType.MILLIS, Stage.Instructions::readingTime),
            Field.of("least", MemberType.MILLIS, Stage.Instructions::least),
            Field.of("clocks", MemberType.name(Clocks.values()), Stage.Instructions::clocks));

    private static final Schema<Stage.Block> BLOCK = Schema.of(
            Stage.Block::new,
            id(),
            title(),
            Field.of("sections", MemberType.objects(SectionCodec.SECTION), Stage.Block::sections),
            Field.of("review", MemberType.TRUTH, Stage.Block::review));

    private static final Schema<Stage.Unopened> UNOPENED = Schema.of(
            Stage.Unopened::new, id(), title(), Field.of("questions", MemberType.COUNT, Stage.Unopened::questions));

    private static final Schema<Stage.Break> BREAK = Schema.of(
            Stage.Break::new,
            id(),
            title(),
            Field.of("length", MemberType.MILLIS, Stage.Break::length),
            Field.of("least", MemberType.MILLIS, Stage.Break::least),
            Field.of("clocks", MemberType.name(Clocks.values()), Stage.Break::clocks),
            Field.of("signInAgain", MemberType.TRUTH, Stage.Break::signInAgain));

    private static final Schema<Stage.HandIn> HAND_IN = Schema.of(
            Stage.HandIn::new,
            id(),
            title(),
            Field.of("within", MemberType.MILLIS, Stage.HandIn::within),
            Field.of("finish", MemberType.object(ExamRulesCodec.FINISH), Stage.HandIn::finish));

    private static final Schema<Detail> DETAIL = Schema.of(
            Detail::new,
            Field.of("id", MemberType.TEXT, Detail::id),
            Field.of("label", MemberType.TEXT, Detail::label),
            Field.of("kind", MemberType.name(Detail.Kind.values()), Detail::kind),
            Field.of("choices", MemberType.TEXTS, Detail::choices),
            Field.of("required", MemberType.TRUTH, Detail::required));

    private static final Schema<Stage.Details> DETAILS = Schema.of(
            Stage.Details::new, id(), title(), Field.of("fields", MemberType.objects(DETAIL), Stage.Details::fields));

    static final Kinds<Stage> KINDS = new Kinds<Stage>("kind", "stage")
            .kind("identity", Stage.Identity.class, bare(Stage.Identity::new))
            .kind("admission", Stage.Admission.class, ADMISSION)
            .kind("station-check", Stage.StationCheck.class, STATION_CHECK)
            .kind("portrait", Stage.Portrait.class, bare(Stage.Portrait::new))
            .kind("language-choice", Stage.LanguageChoice.class, bare(Stage.LanguageChoice::new))
            .kind("details", Stage.Details.class, DETAILS)
            .kind("try-out", Stage.TryOut.class, bare(Stage.TryOut::new))
            .kind("notice", Stage.Notice.class, NOTICE)
            .kind("instructions", Stage.Instructions.class, INSTRUCTIONS)
            .kind("block", Stage.Block.class, BLOCK)
            .kind("unopened", Stage.Unopened.class, UNOPENED)
            .kind("break", Stage.Break.class, BREAK)
            .kind("hand-in", Stage.HandIn.class, HAND_IN);

    private StageCodec() {}

    /** Returns what the kind of {@code stage} is called in ledgers, packages and pages. */
    public static String kind(Stage stage) {
        return KINDS.name(stage);
    }

    private static <S extends Stage> Field<S, StageId> id() {
        return Field.of("id", Ids.STAGE, Stage::id);
    }

    private static <S extends Stage> Field<S, String> title() {
        return Field.of("title", MemberType.TEXT, Stage::title);
    }

    private static <S extends Stage> Schema<S> bare(BiFunction<StageId, String, S> maker) {
        return Schema.of(maker, id(), title());
    }
}
