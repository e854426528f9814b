package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.paper.Clocks;
import dauntingledger.rulebook.paper.Entering;
import dauntingledger.rulebook.paper.ExamRules;
import dauntingledger.rulebook.paper.Finish;
import dauntingledger.rulebook.paper.Movement;
import dauntingledger.rulebook.paper.OwnBreaks;
import dauntingledger.rulebook.paper.Practice;
import dauntingledger.rulebook.paper.PracticeMode;
import dauntingledger.rulebook.paper.Survey;
import dauntingledger.rulebook.paper.Watch;
import dauntingledger.rulebook.paper.WatchCamera;

/** The rules of a paper about moving, entering, breaks and finishing as plain values. */
final class ExamRulesCodec {

    private static final Schema<OwnBreaks> OWN_BREAKS = Schema.of(
            OwnBreaks::new,
            Field.of("number", MemberType.COUNT, OwnBreaks::number),
            Field.optional("pool", MemberType.MILLIS, OwnBreaks::pool),
            Field.of("longest", MemberType.MILLIS, OwnBreaks::longest),
            Field.of("clocks", MemberType.name(Clocks.values()), OwnBreaks::clocks),
            Field.of("signInAgain", MemberType.TRUTH, OwnBreaks::signInAgain),
            Field.of("seals", MemberType.TRUTH, OwnBreaks::seals));

    private static final Schema<Survey> SURVEY = Schema.of(
            Survey::new,
            Field.of("about", Ids.STAGE, Survey::about),
            Field.of("title", MemberType.TEXT, Survey::title));

    private static final Schema<WatchCamera> CAMERA = Schema.of(
            WatchCamera::new,
            Field.of("from", MemberType.MILLIS, WatchCamera::from),
            Field.of("to", MemberType.MILLIS, WatchCamera::to),
            Field.of("patience", MemberType.MILLIS, WatchCamera::patience),
            Field.of("keep", MemberType.MILLIS, WatchCamera::keep));

    private static final Schema<Watch> WATCH = Schema.of(
            Watch::new,
            Field.of("fullScreen", MemberType.TRUTH, Watch::fullScreen),
            Field.of("staying", MemberType.TRUTH, Watch::staying),
            Field.of("shortest", MemberType.MILLIS, Watch::shortest),
            Field.of("warnings", MemberType.COUNT, Watch::warnings),
            Field.of("then", MemberType.name(Watch.Then.values()), Watch::then),
            Field.optional("camera", MemberType.object(CAMERA), Watch::camera));

    private static final Schema<Practice> PRACTICE = Schema.of(
            Practice::new,
            Field.of("modes", MemberType.names(PracticeMode.values()), Practice::modes),
            Field.optional("mode", MemberType.name(PracticeMode.values()), Practice::mode));

    static final Schema<ExamRules> CONDUCT = Schema.of(
            ExamRules::new,
            Field.of("clockMayHide", MemberType.TRUTH, ExamRules::clockMayHide),
            Field.optional("ownBreaks", MemberType.object(OWN_BREAKS), ExamRules::ownBreaks),
            Field.of("roomWarnings", MemberType.SPANS, ExamRules::roomWarnings),
            Field.of("surveys", MemberType.objects(SURVEY), ExamRules::surveys),
            Field.optional("watch", MemberType.object(WATCH), ExamRules::watch),
            Field.of("equipment", MemberType.object(EquipmentCodec.EQUIPMENT), ExamRules::equipment),
            Field.optional("practice", MemberType.object(PRACTICE), ExamRules::practice));

    static final Schema<Movement> MOVEMENT = Schema.of(
            Movement::new,
            Field.of("direction", MemberType.name(Movement.Direction.values()), Movement::direction),
            Field.of("answering", MemberType.TRUTH, Movement::answering),
            Field.of("seeing", MemberType.TRUTH, Movement::seeing));

    static final Schema<Entering> ENTERING = Schema.of(
            Entering::new,
            Field.of("deliberate", MemberType.TRUTH, Entering::deliberate),
            Field.of("tries", MemberType.COUNT, Entering::tries));

    static final Kinds<Finish> FINISH = new Kinds<Finish>("when", "finish")
            .kind("at-any-time", Finish.AtAnyTime.class, Schema.of(Finish.AtAnyTime::new))
            .kind(
                    "after",
                    Finish.After.class,
                    Schema.of(Finish.After::new, Field.of("span", MemberType.MILLIS, Finish.After::span)))
            .kind(
                    "after-share",
                    Finish.AfterShare.class,
                    Schema.of(Finish.AfterShare::new, Field.of("share", MemberType.RATIONAL, Finish.AfterShare::share)))
            .kind("at-the-end", Finish.AtTheEnd.class, Schema.of(Finish.AtTheEnd::new));

    private ExamRulesCodec() {}
}
