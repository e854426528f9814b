package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.Watch;
import dauntingledger.rulebook.sitting.StageRecord.Ended;
import dauntingledger.rulebook.tools.ToolUse;
import java.time.Instant;

/** The rules about who may do what when, judged against a fold that is settled at the instant in question. */
final class Permission {

    private final State state;
    private final ArrivalPermission arrival;
    private final ItemPermission items;
    private final Availability availability;
    private final ToolPermission tools;

    Permission(State state) {
        this.state = state;
        this.items = new ItemPermission(state);
        this.availability = new Availability(state);
        this.tools = new ToolPermission(state);
        this.arrival = new ArrivalPermission(state, this);
    }

    Verdict judge(Act act) {
        return switch (act) {
            case Act.OnItem onItem -> onItem(onItem);
            case Act.OnRoute onRoute -> onRoute(onRoute);
            case Act.ReviewOpened opened -> reviewOpened();
            case Act.WholeViewOpened opened -> wholeViewOpened();
            case Act.WalkBegun begun -> walk(begun);
            case Act.SignedInAgain signedIn ->
                isOver() ? Verdict.SITTING_OVER : state.breaks.away() ? Verdict.PERMITTED : Verdict.ALREADY_SO;
            case Act.SurveyAnswered answered -> surveyAnswered(answered);
            case Act.TermsFixed fixed -> state.isUntouched() ? Verdict.PERMITTED : Verdict.NOT_ON_THE_ROUTE;
            case Act.InstructionsReopened reopened -> inBlock();
            case Act.ToolUsed used -> tool(used.use());
            case Act.HelpCalled called ->
                isOver() ? Verdict.SITTING_OVER : isCalling() ? Verdict.ALREADY_SO : Verdict.PERMITTED;
            case Act.HelpWithdrawn withdrawn -> isCalling() ? Verdict.PERMITTED : Verdict.ALREADY_SO;
            case Act.HelpAnswered answered -> isCalling() ? Verdict.PERMITTED : Verdict.ALREADY_SO;
            case Act.LanguageChosen chosen -> unlessPaused(arrival.language(chosen));
            case Act.StationChecked checked -> arrival.stationChecked();
            case Act.WrongReported reported -> arrival.wrongReported(reported);
            case Act.CodeGiven given -> unlessPaused(arrival.codeGiven(given));
            case Act.PortraitTaken taken -> unlessPaused(inStage(taken.stage(), Stage.Portrait.class));
            case Act.LeaveGiven leave -> arrival.leaveGiven(leave);
            case Act.ReportResolved resolved -> arrival.reportResolved(resolved);
            case Act.StationExcused excused -> arrival.stationExcused(excused);
            case Act.Reopened reopened -> reopened(reopened.stage());
            case Act.StageRanOut ranOut -> ranOut(ranOut.stage());
            case Act.SeatTaken taken -> isOver() ? Verdict.SITTING_OVER : Verdict.PERMITTED;
            case Act.ReceiptGiven given -> isOver() ? Verdict.PERMITTED : Verdict.NOT_ON_THE_ROUTE;
            case Act.HeldDecided decided -> Verdict.PERMITTED;
            case Act.TimeGranted granted -> granted(granted);
            case Act.Paused pause ->
                isOver() ? Verdict.SITTING_OVER : state.isPaused() ? Verdict.ALREADY_SO : Verdict.PERMITTED;
            case Act.Resumed resume -> state.isPaused() ? Verdict.PERMITTED : Verdict.ALREADY_SO;
            case Act.BreakGiven given -> breakGiven();
            case Act.OnMessages message -> onMessage(message);
            case Act.OnWatch watched -> onWatch(watched);
            case Act.SittingEnded ended -> unlessOver(isInsideOrAhead());
            case Act.PlaceChanged changed -> unlessOver(Verdict.PERMITTED);
            case Act.IncidentNoted noted -> Verdict.PERMITTED;
            case Act.HeardAgain heard -> Verdict.PERMITTED;
        };
    }

    private Verdict unlessOver(Verdict verdict) {
        return isOver() ? Verdict.SITTING_OVER : verdict;
    }

    private Verdict isInsideOrAhead() {
        return state.isUntouched() ? Verdict.NOT_OPEN_YET : Verdict.PERMITTED;
    }

    private Verdict breakGiven() {
        return state.isPaused() ? Verdict.PAUSED : inBlock();
    }

    private Verdict onWatch(Act.OnWatch act) {
        if (state.paper().rules().watch().isEmpty()) {
            return Verdict.NOT_NEEDED;
        }
        Watch watch = state.paper().rules().watch().get();
        return switch (act) {
            case Act.WindowLeft left -> left.since().isAfter(state.at()) ? Verdict.WRONG_SHAPE : inBlock();
            case Act.CameraSaw saw -> cameraSaw(saw, watch);
            case Act.WarningRead read ->
                read.warning() == state.absences.unread(watch) ? Verdict.PERMITTED : Verdict.ALREADY_SO;
        };
    }

    private Verdict cameraSaw(Act.CameraSaw saw, Watch watch) {
        if (watch.camera().isEmpty()) {
            return Verdict.NOT_NEEDED;
        }
        if (saw.since().isAfter(state.at())) {
            return Verdict.WRONG_SHAPE;
        }
        Verdict verdict = inBlock();
        return verdict.isPermitted() && saw.view() == state.seen.view() ? Verdict.ALREADY_SO : verdict;
    }

    private Verdict onMessage(Act.OnMessages act) {
        Message known = state.message(act.message());
        return switch (act) {
            case Act.MessageSent sent ->
                unlessOver(
                        known != null
                                ? Verdict.ALREADY_SO
                                : state.messages.size() < State.MOST_MESSAGES ? Verdict.PERMITTED : Verdict.TOOL_FULL);
            case Act.MessageRead read ->
                known == null
                        ? Verdict.NO_SUCH_MESSAGE
                        : known.readAt().isPresent() ? Verdict.ALREADY_SO : Verdict.PERMITTED;
        };
    }

    private Verdict tool(ToolUse use) {
        Verdict verdict = inBlock();
        return verdict.isPermitted() ? tools.judge(use, (Stage.Block) current()) : verdict;
    }

    private boolean isCalling() {
        return state.help != null && state.help.answer().isEmpty();
    }

    /** A pause holds back what would move the sitting on. */
    private Verdict unlessPaused(Verdict verdict) {
        return verdict.isPermitted() && state.isHeldBack() ? Verdict.PAUSED : verdict;
    }

    private Verdict onRoute(Act.OnRoute act) {
        if (isOver() && !(act instanceof Act.StageOpened)) {
            return Verdict.SITTING_OVER;
        }
        Verdict present = present(act instanceof Act.BreakEnded);
        if (!present.isPermitted()) {
            return present;
        }
        return switch (act) {
            case Act.StageOpened opened -> opened(opened.stage());
            case Act.NoticeAccepted accepted -> accepted(accepted);
            case Act.DetailsGiven given -> arrival.detailsGiven(given);
            case Act.IdentityConfirmed confirmed -> arrival.identityConfirmed(confirmed);
            case Act.StageLeft left -> arrival.left(left.stage());
            case Act.NoticeDeclined declined -> inStage(declined.stage(), Stage.Notice.class);
            case Act.BlockClosed closed -> closed(closed.stage());
            case Act.BreakBegun begun -> breakBegun();
            case Act.BreakEnded ended -> state.breaks.isOn() ? Verdict.PERMITTED : Verdict.ALREADY_SO;
            case Act.HandedIn handedIn ->
                current() instanceof Stage.HandIn && isInside() ? Verdict.PERMITTED : Verdict.WRONG_STAGE;
        };
    }

    /** Whether the candidate is at the desk: not while clocks are stopped, nor on a break or not yet signed in again. */
    private Verdict present(boolean fromBreak) {
        if (state.isHeldBack()) {
            return Verdict.PAUSED;
        }
        if (state.breaks.isOn() && !fromBreak) {
            return Verdict.ON_BREAK;
        }
        return state.breaks.away() ? Verdict.SIGN_IN_AGAIN : Verdict.PERMITTED;
    }

    private Verdict breakBegun() {
        Verdict block = inBlock();
        if (!block.isPermitted()) {
            return block;
        }
        if (state.breaks.rules().isEmpty()) {
            return Verdict.NO_OWN_BREAKS;
        }
        return state.breaks.isAnyLeft() ? Verdict.PERMITTED : Verdict.BREAKS_USED_UP;
    }

    private Verdict closed(StageId stage) {
        Verdict verdict = inStage(stage, Stage.Block.class);
        if (!verdict.isPermitted()) {
            return verdict;
        }
        Verdict leaving = items.leaving();
        if (!leaving.isPermitted()) {
            return leaving;
        }
        return availability.closableFrom() > state.now ? Verdict.NOT_BEFORE_THE_END : Verdict.PERMITTED;
    }

    private Verdict reviewOpened() {
        Verdict verdict = inBlock();
        if (!verdict.isPermitted()) {
            return verdict;
        }
        return current() instanceof Stage.Block block && block.review() ? items.leaving() : Verdict.NO_SUCH_PAGE;
    }

    private Verdict wholeViewOpened() {
        Verdict verdict = inBlock();
        return verdict.isPermitted()
                        && current() instanceof Stage.Block block
                        && !state.paper().hasWholeView(block)
                ? Verdict.NO_SUCH_PAGE
                : verdict;
    }

    private Verdict surveyAnswered(Act.SurveyAnswered answered) {
        int stage = state.paper().indexOf(answered.about());
        if (stage < 0) {
            return Verdict.UNKNOWN_STAGE;
        }
        if (state.paper().rules().surveyAbout(answered.about()).isEmpty() || !availability.isSurveyOpen(stage)) {
            return Verdict.NO_SURVEY;
        }
        return state.log.isSurveyed(stage) ? Verdict.ALREADY_SO : Verdict.PERMITTED;
    }

    private Verdict opened(StageId id) {
        int stage = state.paper().indexOf(id);
        if (stage < 0) {
            return Verdict.UNKNOWN_STAGE;
        }
        return switch (state.position) {
            case Position.Before before when before.stage() != stage -> Verdict.NOT_ON_THE_ROUTE;
            case Position.Before before -> stage == 0 ? arrival.entered() : Verdict.PERMITTED;
            case Position.At open ->
                open.stage() + 1 == stage && current() instanceof Stage.Break ? breakLeft() : Verdict.NOT_ON_THE_ROUTE;
            case Position.Over over -> reentered(over, stage);
        };
    }

    private Verdict breakLeft() {
        Instant from = availability.leavableFrom();
        return from != null && state.now < from.toEpochMilli() ? Verdict.BREAK_GOES_ON : Verdict.PERMITTED;
    }

    /** A notice that was declined may be opened again where the paper keeps the appointment. */
    private Verdict reentered(Position.Over over, int stage) {
        boolean again = over.ending() == Position.Ending.DECLINED
                && stage == availability.reopenable()
                && state.index.stage(stage) instanceof Stage.Notice notice
                && notice.keepsAppointment();
        return again ? arrival.entered() : Verdict.SITTING_OVER;
    }

    private Verdict reopened(StageId id) {
        int stage = state.paper().indexOf(id);
        if (stage < 0) {
            return Verdict.UNKNOWN_STAGE;
        }
        if (!isOver()) {
            return Verdict.ALREADY_SO;
        }
        if (stage != availability.reopenable()) {
            return Verdict.NOT_ON_THE_ROUTE;
        }
        Instant now = state.at();
        return state.time.hasTimeFor(stage, now) && !state.index.window().hasEnded(now)
                ? Verdict.PERMITTED
                : Verdict.TIME_RAN_OUT;
    }

    private Verdict accepted(Act.NoticeAccepted accepted) {
        Verdict verdict = inStage(accepted.stage(), Stage.Notice.class);
        if (!verdict.isPermitted() || !(current() instanceof Stage.Notice notice)) {
            return verdict;
        }
        if (!notice.textDigests().contains(accepted.textDigest())) {
            return Verdict.OTHER_TEXT;
        }
        return notice.confirmation().isMetBy(accepted.given()) ? Verdict.PERMITTED : Verdict.STATEMENT_DIFFERS;
    }

    Verdict inStage(StageId id, Class<? extends Stage> kind) {
        int stage = state.paper().indexOf(id);
        if (stage < 0) {
            return Verdict.UNKNOWN_STAGE;
        }
        if (!kind.isInstance(state.index.stage(stage))) {
            return Verdict.WRONG_STAGE;
        }
        return openStage(stage);
    }

    private Verdict openStage(int stage) {
        if (state.isOpen(stage)) {
            return Verdict.PERMITTED;
        }
        return switch (state.log.ended(stage)) {
            case BY_TIME -> Verdict.TIME_RAN_OUT;
            case BY_ACT -> Verdict.SECTION_CLOSED;
            case NOT_YET -> Verdict.NOT_OPEN_YET;
        };
    }

    private Verdict inBlock() {
        if (isOver()) {
            return Verdict.SITTING_OVER;
        }
        Verdict present = present(false);
        if (!present.isPermitted()) {
            return present;
        }
        return current() instanceof Stage.Block && isInside() ? Verdict.PERMITTED : Verdict.WRONG_STAGE;
    }

    private Verdict walk(Act.WalkBegun begun) {
        Verdict verdict = inBlock();
        if (verdict.isPermitted() && begun.chosen().stream().anyMatch(item -> state.index.indexOf(item) < 0)) {
            return Verdict.UNKNOWN_QUESTION;
        }
        return verdict.isPermitted()
                        && state.states.qualifying(begun, state.stageNumber()).isEmpty()
                ? Verdict.NOTHING_TO_WALK
                : verdict;
    }

    private Verdict onItem(Act.OnItem act) {
        int number = state.index.indexOf(act.item());
        if (number < 0) {
            return Verdict.UNKNOWN_QUESTION;
        }
        Verdict stage = openStage(state.index.place(number).stage());
        if (!stage.isPermitted()) {
            return stage;
        }
        Verdict present = present(false);
        return present.isPermitted() ? items.judge(act, number) : present;
    }

    private Verdict ranOut(StageId id) {
        int stage = state.paper().indexOf(id);
        if (stage < 0) {
            return Verdict.UNKNOWN_STAGE;
        }
        if (state.log.isEndRecorded(stage)) {
            return Verdict.ALREADY_SO;
        }
        return state.log.ended(stage) == Ended.BY_TIME ? Verdict.PERMITTED : Verdict.NOT_ON_THE_ROUTE;
    }

    private Verdict granted(Act.TimeGranted granted) {
        if (!state.time.isKnown(granted.box())) {
            return Verdict.UNKNOWN_TIME_BOX;
        }
        if (isOver()) {
            return Verdict.SITTING_OVER;
        }
        return state.time.isOpen(granted.box()) ? Verdict.PERMITTED : Verdict.NOT_OPEN_YET;
    }

    boolean isOver() {
        return state.position instanceof Position.Over;
    }

    private boolean isInside() {
        return state.position instanceof Position.At;
    }

    Stage current() {
        return state.index.stage(state.stageNumber());
    }
}
