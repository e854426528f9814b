package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.PracticeMode;
import dauntingledger.rulebook.paper.Practised;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.StationLine;
import dauntingledger.rulebook.picture.PictureView;
import dauntingledger.rulebook.program.Ending;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Actor;
import dauntingledger.rulebook.sitting.Arrival;
import dauntingledger.rulebook.sitting.By;
import dauntingledger.rulebook.sitting.EntryId;
import dauntingledger.rulebook.sitting.Help;
import dauntingledger.rulebook.sitting.Silence;
import dauntingledger.rulebook.sitting.Subset;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Acts as entries write them: {@code kind}, and the members of that kind, which docs/LEDGER.md lists. */
public final class ActCodec {

    static final MemberType<Actor> ACTOR = MemberType.name(Actor.values());

    private static final Schema<Value> VALUE = Schema.of(
            Value::new,
            Field.of("cardinality", MemberType.name(Value.Cardinality.values()), Value::cardinality),
            Field.of("baseType", MemberType.name(Value.BaseType.values()), Value::baseType),
            Field.of("values", MemberType.TEXTS, Value::elements));

    private static final Schema<Silence> SILENCE = Schema.of(
            Silence::new,
            Field.of("from", MemberType.INSTANT, Silence::fromInclusive),
            Field.of("to", MemberType.INSTANT, Silence::toExclusive));

    private static final Schema<Act.StationChecked> STATION_CHECKED = Schema.of(
            Act.StationChecked::new,
            Field.of("figures", MemberType.object(new FiguresSchema()), Act.StationChecked::figures));

    static final Kinds<Act> KINDS = new Kinds<Act>("kind", "entry")
            .kind(
                    "stage-opened",
                    Act.StageOpened.class,
                    Schema.of(Act.StageOpened::new, Field.of("stage", Ids.STAGE, Act.StageOpened::stage)))
            .kind(
                    "stage-left",
                    Act.StageLeft.class,
                    Schema.of(Act.StageLeft::new, Field.of("stage", Ids.STAGE, Act.StageLeft::stage)))
            .kind(
                    "identity-confirmed",
                    Act.IdentityConfirmed.class,
                    Schema.of(Act.IdentityConfirmed::new, Field.of("stage", Ids.STAGE, Act.IdentityConfirmed::stage)))
            .kind("wrong-reported", Act.WrongReported.class, wrongReported())
            .kind("report-resolved", Act.ReportResolved.class, Schema.of(Act.ReportResolved::new, stage(), person()))
            .kind("code-given", Act.CodeGiven.class, codeGiven())
            .kind("leave-given", Act.LeaveGiven.class, Schema.of(Act.LeaveGiven::new, stage(), person()))
            .kind("station-checked", Act.StationChecked.class, STATION_CHECKED)
            .kind("station-excused", Act.StationExcused.class, Schema.of(Act.StationExcused::new, stage(), person()))
            .kind("portrait-taken", Act.PortraitTaken.class, portraitTaken())
            .kind("language-chosen", Act.LanguageChosen.class, languageChosen())
            .kind("notice-accepted", Act.NoticeAccepted.class, noticeAccepted())
            .kind("details-given", Act.DetailsGiven.class, detailsGiven())
            .kind(
                    "notice-declined",
                    Act.NoticeDeclined.class,
                    Schema.of(Act.NoticeDeclined::new, Field.of("stage", Ids.STAGE, Act.NoticeDeclined::stage)))
            .kind("instructions-reopened", Act.InstructionsReopened.class, Schema.of(Act.InstructionsReopened::new))
            .kind(
                    "block-closed",
                    Act.BlockClosed.class,
                    Schema.of(Act.BlockClosed::new, Field.of("stage", Ids.STAGE, Act.BlockClosed::stage)))
            .kind("handed-in", Act.HandedIn.class, Schema.of(Act.HandedIn::new))
            .kind("reopened", Act.Reopened.class, reopened())
            .kind("sitting-ended", Act.SittingEnded.class, Schema.of(Act.SittingEnded::new, by(Act.SittingEnded::by)))
            .kind("place-changed", Act.PlaceChanged.class, placeChanged())
            .kind("incident-noted", Act.IncidentNoted.class, incidentNoted())
            .kind("heard-again", Act.HeardAgain.class, heardAgain())
            .kind("window-left", Act.WindowLeft.class, windowLeft())
            .kind("camera-saw", Act.CameraSaw.class, cameraSaw())
            .kind("warning-read", Act.WarningRead.class, warningRead())
            .kind("break-given", Act.BreakGiven.class, breakGiven())
            .kind("message-sent", Act.MessageSent.class, messageSent())
            .kind("message-read", Act.MessageRead.class, messageRead())
            .kind("question-opened", Act.QuestionOpened.class, Schema.of(Act.QuestionOpened::new, item()))
            .kind("review-opened", Act.ReviewOpened.class, Schema.of(Act.ReviewOpened::new))
            .kind("whole-view-opened", Act.WholeViewOpened.class, Schema.of(Act.WholeViewOpened::new))
            .kind("walk-begun", Act.WalkBegun.class, walkBegun())
            .kind("break-begun", Act.BreakBegun.class, Schema.of(Act.BreakBegun::new))
            .kind("break-ended", Act.BreakEnded.class, Schema.of(Act.BreakEnded::new))
            .kind("signed-in-again", Act.SignedInAgain.class, Schema.of(Act.SignedInAgain::new))
            .kind("end-seen", Act.EndSeen.class, Schema.of(Act.EndSeen::new, item()))
            .kind("checked", Act.Checked.class, Schema.of(Act.Checked::new, item()))
            .kind("answer-entered", Act.AnswerEntered.class, Schema.of(Act.AnswerEntered::new, item()))
            .kind("survey-answered", Act.SurveyAnswered.class, surveyAnswered())
            .kind("terms-fixed", Act.TermsFixed.class, termsFixed())
            .kind("answered", Act.Answered.class, answered())
            .kind("played", Act.Played.class, played())
            .kind("program-run", Act.ProgramRun.class, programRun())
            .kind("erased", Act.Erased.class, Schema.of(Act.Erased::new, item()))
            .kind("struck-out", Act.StruckOut.class, Schema.of(Act.StruckOut::new, item(), response(), choice()))
            .kind("brought-back", Act.BroughtBack.class, Schema.of(Act.BroughtBack::new, item(), response(), choice()))
            .kind("marked", Act.Marked.class, Schema.of(Act.Marked::new, item()))
            .kind("unmarked", Act.Unmarked.class, Schema.of(Act.Unmarked::new, item()))
            .kind(
                    "stage-ran-out",
                    Act.StageRanOut.class,
                    Schema.of(Act.StageRanOut::new, Field.of("stage", Ids.STAGE, Act.StageRanOut::stage)))
            .kind("seat-taken", Act.SeatTaken.class, seatTaken())
            .kind("receipt-given", Act.ReceiptGiven.class, Schema.of(Act.ReceiptGiven::new))
            .kind("held-decided", Act.HeldDecided.class, heldDecided())
            .kind("time-granted", Act.TimeGranted.class, timeGranted())
            .kind("help-called", Act.HelpCalled.class, helpCalled())
            .kind("help-withdrawn", Act.HelpWithdrawn.class, Schema.of(Act.HelpWithdrawn::new))
            .kind("help-answered", Act.HelpAnswered.class, helpAnswered())
            .kind("paused", Act.Paused.class, paused())
            .kind("resumed", Act.Resumed.class, Schema.of(Act.Resumed::new, by(Act.Resumed::by)))
            .kinds(Act.ToolUsed.class, ToolCodec.KINDS, Act.ToolUsed::use, Act.ToolUsed::new);

    private ActCodec() {}

    /** Returns what the kind of {@code act} is called in ledgers and pages. */
    public static String kind(Act act) {
        return KINDS.name(act);
    }

    /**
     * Reads what a station was measured to be.
     *
     * @throws MalformedDataException if a member is missing or wrong
     */
    public static Act.StationChecked stationChecked(@Nullable Object plain) {
        return MalformedDataException.naming("station-checked", () -> STATION_CHECKED.fromPlain(plain));
    }

    private static Schema<Act.WrongReported> wrongReported() {
        return Schema.of(
                Act.WrongReported::new,
                Field.of("stage", Ids.STAGE, Act.WrongReported::stage),
                Field.of("reason", MemberType.name(Arrival.Reason.values()), Act.WrongReported::reason),
                Field.of("note", MemberType.TEXT, Act.WrongReported::note));
    }

    private static Schema<Act.CodeGiven> codeGiven() {
        return Schema.of(
                Act.CodeGiven::new,
                Field.of("stage", Ids.STAGE, Act.CodeGiven::stage),
                Field.of("right", MemberType.TRUTH, Act.CodeGiven::right));
    }

    private static Schema<Act.PortraitTaken> portraitTaken() {
        return Schema.of(
                Act.PortraitTaken::new,
                Field.of("stage", Ids.STAGE, Act.PortraitTaken::stage),
                Field.of("pictureDigest", MemberType.TEXT, Act.PortraitTaken::pictureDigest));
    }

    private static Schema<Act.LanguageChosen> languageChosen() {
        return Schema.of(Act.LanguageChosen::new, Field.of("language", MemberType.TEXT, Act.LanguageChosen::language));
    }

    private static Schema<Act.DetailsGiven> detailsGiven() {
        Schema<Act.DetailsGiven.Given> given = Schema.of(
                Act.DetailsGiven.Given::new,
                Field.of("detail", MemberType.TEXT, Act.DetailsGiven.Given::detail),
                Field.of("value", MemberType.TEXT, Act.DetailsGiven.Given::value));
        return Schema.of(
                Act.DetailsGiven::new,
                Field.of("stage", Ids.STAGE, Act.DetailsGiven::stage),
                Field.of("values", MemberType.objects(given), Act.DetailsGiven::values));
    }

    private static Schema<Act.NoticeAccepted> noticeAccepted() {
        return Schema.of(
                Act.NoticeAccepted::new,
                Field.of("stage", Ids.STAGE, Act.NoticeAccepted::stage),
                Field.of("textDigest", MemberType.TEXT, Act.NoticeAccepted::textDigest),
                Field.of("given", MemberType.TEXT, Act.NoticeAccepted::given));
    }

    private static Schema<Act.WalkBegun> walkBegun() {
        return Schema.of(
                Act.WalkBegun::new,
                Field.of("subset", MemberType.name(Subset.values()), Act.WalkBegun::subset),
                Field.optionalList("chosen", MemberType.texts(ItemId::value, ItemId::new), Act.WalkBegun::chosen));
    }

    private static Schema<Act.SurveyAnswered> surveyAnswered() {
        return Schema.of(
                Act.SurveyAnswered::new,
                Field.of("stage", Ids.STAGE, Act.SurveyAnswered::about),
                Field.of("rating", MemberType.COUNT, Act.SurveyAnswered::rating),
                Field.of("comment", MemberType.TEXT, Act.SurveyAnswered::comment));
    }

    private static Schema<Act.TermsFixed> termsFixed() {
        return Schema.of(
                (window, accommodations, mode, set) ->
                        new Act.TermsFixed(window, accommodations, mode.map(how -> new Practised(how, set))),
                Field.of("window", MemberType.object(WindowCodec.SCHEMA), Act.TermsFixed::window),
                Field.of(
                        "accommodations",
                        MemberType.object(AccommodationsCodec.SCHEMA),
                        Act.TermsFixed::accommodations),
                Field.optional(
                        "practised",
                        MemberType.name(PracticeMode.values()),
                        terms -> terms.practised().map(Practised::mode)),
                Field.optional(
                        "set",
                        MemberType.object(PracticeSetCodec.SCHEMA),
                        terms -> terms.practised().flatMap(Practised::set)));
    }

    private static Schema<Act.Answered> answered() {
        return Schema.of(
                Act.Answered::new,
                item(),
                Field.of("response", Ids.RESPONSE, Act.Answered::response),
                Field.of(VALUE, Act.Answered::value));
    }

    private static Schema<Act.Played> played() {
        return Schema.of(Act.Played::new, item(), Field.of("response", Ids.RESPONSE, Act.Played::response));
    }

    private static Schema<Act.ProgramRun> programRun() {
        return Schema.of(
                Act.ProgramRun::new,
                item(),
                Field.of("response", Ids.RESPONSE, Act.ProgramRun::response),
                Field.of("program", MemberType.TEXT, Act.ProgramRun::program),
                Field.of("examples", MemberType.TRUTH, Act.ProgramRun::examples),
                Field.of("endings", MemberType.names(Ending.values()), Act.ProgramRun::endings));
    }

    private static Schema<Act.SeatTaken> seatTaken() {
        return Schema.of(
                Act.SeatTaken::new,
                Field.of("seat", MemberType.TEXT, Act.SeatTaken::seat),
                Field.optional("replaces", MemberType.TEXT, Act.SeatTaken::replaces));
    }

    private static Schema<Act.HeldDecided> heldDecided() {
        return Schema.of(
                Act.HeldDecided::new,
                Field.of("held", MemberType.text(EntryId::value, EntryId::new), Act.HeldDecided::held),
                Field.of("counts", MemberType.TRUTH, Act.HeldDecided::counts),
                Field.of("person", MemberType.TEXT, Act.HeldDecided::person),
                Field.of("by", ACTOR, Act.HeldDecided::actor));
    }

    private static Schema<Act.TimeGranted> timeGranted() {
        return Schema.of(
                Act.TimeGranted::new,
                Field.of("box", Ids.BOX, Act.TimeGranted::box),
                Field.of("extra", MemberType.MILLIS, Act.TimeGranted::extra),
                by(Act.TimeGranted::by),
                Field.optional("outage", MemberType.object(SILENCE), Act.TimeGranted::outage));
    }

    private static Schema<Act.Paused> paused() {
        return Schema.of(Act.Paused::new, by(Act.Paused::by), optionalText("words", Act.Paused::words));
    }

    private static Schema<Act.Reopened> reopened() {
        return Schema.of(Act.Reopened::new, stage(), person(), Field.of("by", ACTOR, Act.Reopened::actor));
    }

    private static Schema<Act.PlaceChanged> placeChanged() {
        return Schema.of(
                Act.PlaceChanged::new,
                Field.of("chair", MemberType.TEXT, Act.PlaceChanged::chair),
                by(Act.PlaceChanged::by));
    }

    private static Schema<Act.IncidentNoted> incidentNoted() {
        return Schema.of(
                Act.IncidentNoted::new,
                Field.of("incident", MemberType.WHOLE, Act.IncidentNoted::incident),
                Field.of("textDigest", MemberType.TEXT, Act.IncidentNoted::textDigest),
                by(Act.IncidentNoted::by));
    }

    private static Schema<Act.HeardAgain> heardAgain() {
        return Schema.of(Act.HeardAgain::new, Field.of("since", MemberType.INSTANT, Act.HeardAgain::since));
    }

    private static Schema<Act.WindowLeft> windowLeft() {
        return Schema.of(
                Act.WindowLeft::new,
                Field.of("how", MemberType.name(Act.Absence.values()), Act.WindowLeft::how),
                Field.of("since", MemberType.INSTANT, Act.WindowLeft::since));
    }

    private static Schema<Act.CameraSaw> cameraSaw() {
        return Schema.of(
                Act.CameraSaw::new,
                Field.of("view", MemberType.name(PictureView.values()), Act.CameraSaw::view),
                Field.of("since", MemberType.INSTANT, Act.CameraSaw::since));
    }

    private static Schema<Act.WarningRead> warningRead() {
        return Schema.of(Act.WarningRead::new, Field.of("warning", MemberType.COUNT, Act.WarningRead::warning));
    }

    private static Schema<Act.BreakGiven> breakGiven() {
        return Schema.of(
                Act.BreakGiven::new,
                Field.of("longest", MemberType.MILLIS, Act.BreakGiven::longest),
                by(Act.BreakGiven::by));
    }

    private static Schema<Act.MessageSent> messageSent() {
        return Schema.of(
                Act.MessageSent::new,
                Field.of("message", MemberType.TEXT, Act.MessageSent::message),
                Field.of("words", MemberType.TEXT, Act.MessageSent::words),
                by(Act.MessageSent::by));
    }

    private static Schema<Act.MessageRead> messageRead() {
        return Schema.of(Act.MessageRead::new, Field.of("message", MemberType.TEXT, Act.MessageRead::message));
    }

    /** Who did something and why; ledgers from before that was written down do not say. */
    private static <A extends Act> Field<A, By> by(Function<A, By> by) {
        return Field.of(Schema.of(By::new, optionalText("person", By::person), optionalText("reason", By::reason)), by);
    }

    /** A text that is left out where it is empty. */
    private static <T> Field<T, String> optionalText(String name, Function<T, String> part) {
        Field<String, Optional<String>> text = Field.optional(
                name, MemberType.TEXT, value -> Optional.of(value).filter(any -> !any.isEmpty()));
        return Field.of(Schema.of(there -> there.orElse(""), text), part);
    }

    private static Schema<Act.HelpCalled> helpCalled() {
        return Schema.of(
                Act.HelpCalled::new,
                Field.of("reason", MemberType.name(Help.Reason.values()), Act.HelpCalled::reason),
                Field.of("note", MemberType.TEXT, Act.HelpCalled::note));
    }

    private static Schema<Act.HelpAnswered> helpAnswered() {
        return Schema.of(
                Act.HelpAnswered::new,
                Field.of("person", MemberType.TEXT, Act.HelpAnswered::person),
                Field.of("words", MemberType.TEXT, Act.HelpAnswered::words));
    }

    private static <A extends Act.ByPerson> Field<A, StageId> stage() {
        return Field.of("stage", Ids.STAGE, Act.ByPerson::stage);
    }

    private static <A extends Act.ByPerson> Field<A, String> person() {
        return Field.of("person", MemberType.TEXT, Act.ByPerson::person);
    }

    private static <A extends Act.OnItem> Field<A, ItemId> item() {
        return Field.of("item", Ids.ITEM, Act.OnItem::item);
    }

    private static <A extends Act.OnChoice> Field<A, ResponseId> response() {
        return Field.of("response", Ids.RESPONSE, Act.OnChoice::response);
    }

    private static <A extends Act.OnChoice> Field<A, ChoiceId> choice() {
        return Field.of("choice", Ids.CHOICE, Act.OnChoice::choice);
    }

    /** What was measured: a list of numbers for each line of the check that was gone through. */
    private static final class FiguresSchema implements Schema<Map<StationLine, List<Long>>> {

        @Override
        public void write(Map<StationLine, List<Long>> figures, Map<String, Object> plain) {
            figures.forEach((line, measured) -> plain.put(PlainNames.name(line), measured));
        }

        @Override
        public Map<StationLine, List<Long>> read(Members from) {
            Map<StationLine, List<Long>> figures = new EnumMap<>(StationLine.class);
            for (StationLine line : StationLine.values()) {
                if (from.has(PlainNames.name(line))) {
                    figures.put(line, from.wholes(PlainNames.name(line)));
                }
            }
            return figures;
        }

        @Override
        public Stream<String> members() {
            return Stream.of(StationLine.values()).map(PlainNames::name);
        }
    }
}
